import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { client, need, words } from '../api/client'
import { kitQuery } from '../api/queries'
import type { CurveTold, KitItem } from '../api/types'
import { PlotFigure } from '../kit/PlotFigure'
import { useNotice } from '../ui/Notices'
import { MainPush, Push } from '../ui/Push'
import { Trouble } from '../ui/Trouble'
import { Spoken } from '../ui/voice'
import { BesideFigure } from './BesideFigure'

/** The curve on its sheet, with the points it was laid through. */
function useDrawn(told: CurveTold) {
  const kit = useQuery(kitQuery).data
  const kept = kit?.find((one) => one.item.id === told.body)
  const item = kept?.item.kind === 'camera' ? ({ ...kept.item, curve: told.curve } satisfies KitItem) : null
  const sheet = useQuery({
    queryKey: ['kit', 'sheet', item],
    queryFn: () => (item ? need(client.POST('/api/kit/sheet', { body: item })) : null),
    enabled: item !== null,
  }).data
  const plot = sheet?.plots[0]
  const low = plot?.across[0]?.at ?? 0
  const high = plot?.across.at(-1)?.at ?? 0
  const dots = told.points
    .filter((point) => point.level >= low && point.level <= high)
    .map((point) => ({ x: point.level, y: point.code, label: '' }))
  return { kept, item, plot: plot && { ...plot, dots } }
}

/** A tone curve as some takes teach it: drawn with its points, kept with its body by the person. */
export function BracketCurve({ told, onDone }: { told: CurveTold; onDone: () => void }) {
  const queries = useQueryClient()
  const notice = useNotice()
  const { kept, item, plot } = useDrawn(told)
  const put = useMutation({
    mutationFn: async ({ item, version }: { item: KitItem; version: number }) => {
      const path = { id: item.id }
      return need(client.PUT('/api/kit/{id}', { params: { path }, body: { item, version } }))
    },
    onSuccess: () => queries.invalidateQueries(),
  })
  const keep = async () => {
    if (!kept || !item) return
    const { version } = await put.mutateAsync({ item, version: kept.version })
    notice(`${kept.item.name} has its tone curve.`, {
      label: 'Undo',
      run: () => put.mutate({ item: kept.item, version }),
    })
    onDone()
  }
  return (
    <BesideFigure aria-label="Tone curve">
      {plot ? <PlotFigure plot={plot} high={180} /> : <Spoken>Drawing the curve …</Spoken>}
      <div>
        <p>
          {told.curve.frames} frames and {told.places} even places of the scene tell how{' '}
          {kept?.item.name ?? 'this body'} stores light, to ± {told.curve.error.toFixed(2)} stop. Mid-grey is
          taken to be at code 118 until a metered grey says otherwise. Keep it, and every frame of this body
          is read by it.
        </p>
        {put.error && <Trouble>{words(put.error)}</Trouble>}
        <p className="act">
          <MainPush isDisabled={!item || put.isPending} onPress={() => void keep().catch(() => undefined)}>
            Keep it with the body
          </MainPush>
          <Push onPress={onDone}>Leave it</Push>
        </p>
      </div>
    </BesideFigure>
  )
}
