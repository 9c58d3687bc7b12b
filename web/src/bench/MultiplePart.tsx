import type { Setup } from '../api/types'
import { LiveNumber } from '../ui/Field'
import { LiveChoice } from '../ui/LiveChoice'
import type { Editing } from './editing'

type Camera = Setup['camera']
type Props = Pick<Editing, 'errors'> & {
  multiple: Camera['multiple']
  film: boolean
  put: (change: Pick<Camera, 'multiple'>) => void
}

const ways = [
  { id: 'one', name: 'one exposure a frame' },
  { id: 'added', name: 'exposures added in one frame' },
  { id: 'averaged', name: 'exposures averaged in one frame' },
] as const

/** How many exposures one frame is made of, and how they are put together. */
export function MultiplePart({ multiple, film, errors, put }: Props) {
  const choose = (way: (typeof ways)[number]['id']) =>
    put({
      multiple: way === 'one' ? null : { exposures: multiple?.exposures ?? 2, joined: way },
    })
  return (
    <>
      {multiple && (
        <>
          <LiveNumber
            label="Exposures in one frame"
            value={multiple.exposures}
            step={1}
            digits={0}
            error={errors['/camera/multiple/exposures']}
            onCommit={(exposures) => put({ multiple: { ...multiple, exposures } })}
          />{' '}
        </>
      )}
      <LiveChoice
        label="How exposures are put together"
        value={multiple?.joined ?? 'one'}
        choices={film ? ways.filter(({ id }) => id !== 'averaged' || multiple?.joined === id) : ways}
        error={errors['/camera/multiple/joined']}
        onChoose={choose}
      />
    </>
  )
}
