import { memo } from 'react'
import { download } from '../ui/download'
import { QuietPush } from '../ui/Push'

/** What a picture is kept as, by the ending of its file. */
const KINDS = [
  ['jpg', 'Save as JPEG'],
  ['png', 'Save as PNG'],
  ['exr', 'Light by light as EXR'],
  ['glb', 'Scene as glTF'],
] as const

/** The picture as a file. */
export const SaveAs = memo(function SaveAs({ id }: { id: string }) {
  return KINDS.map(([ending, name]) => (
    <QuietPush key={ending} onPress={() => download(`/api/setups/${id}/picture.${ending}`)}>
      {name}
    </QuietPush>
  ))
})
