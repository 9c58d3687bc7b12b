import { Link } from 'react-router'
import type { LogRow, TakeMark, TakeTold } from '../api/types'
import { download } from '../ui/download'
import { LiveText } from '../ui/Field'
import { LiveChoice } from '../ui/LiveChoice'
import { Latch, Push } from '../ui/Push'
import { allMarks, keyOf, nameOf } from './marks'
import type { TakeEdit } from './useTake'

type Props = {
  told: TakeTold
  others: readonly LogRow[]
  without: string | null
  chosen: TakeMark | undefined
  onWithout: (id: string | null) => void
  onEdit: (change: TakeEdit) => void
  onMark: (key: string) => void
  onDelete: () => void
}

const NONE = 'none'

/** A take in sentences: whether it is kept, what is marked in it, and which frame without flash it is judged with. */
export function TakeLines({ told, others, without, chosen, onWithout, onEdit, onMark, onDelete }: Props) {
  const { take } = told.kept
  const { marks } = take
  const missing = allMarks.filter((of) => !marks.some((mark) => keyOf(mark.of) === keyOf(of)))
  const pairs = others.filter((row) => row.id !== told.kept.id && row.file !== null)
  const add = (key: string) => {
    const of = missing.find((one) => keyOf(one) === key)
    const like = marks[0]
    if (!of) return
    const [width, height] = like ? [like.width, like.height] : [0.03, 0.045]
    onEdit({ marks: [...marks, { of, x: 0.5, y: 0.5, width, height, measured: null }] })
    onMark(key)
  }
  const choose = (choice: 'keeper' | 'out', on: boolean) => onEdit({ choice: on ? choice : 'open' })
  return (
    <div className="lines">
      <p className="row">
        <Latch isSelected={take.choice === 'keeper'} onChange={(on) => choose('keeper', on)}>
          Keeper
        </Latch>
        <Latch isSelected={take.choice === 'out'} onChange={(on) => choose('out', on)}>
          Out
        </Latch>
        {take.frame && (
          <Push onPress={() => download(`/api/takes/${told.kept.id}/frame?described=true`)}>
            Save a copy with this in it
          </Push>
        )}{' '}
        <Push onPress={onDelete}>Delete</Push>
        <Link to={`/jobs/${told.kept.job}/log`}>Log</Link>
      </p>
      <p>
        {take.frame && (
          <>
            Judged{' '}
            <LiveChoice
              label="Judged with"
              value={without ?? NONE}
              choices={[
                { id: NONE, name: 'by itself' },
                ...pairs.map((row) => ({
                  id: row.id,
                  name: `with ${row.file ?? ''}${row.flash === false ? ', without flash' : ''}`,
                })),
              ]}
              onChoose={(id) => onWithout(id === NONE ? null : id)}
            />
            .{' '}
            {missing.length > 0 && (
              <>
                Mark{' '}
                <LiveChoice
                  label="Mark also"
                  value={NONE}
                  choices={[
                    { id: NONE, name: 'something else' },
                    ...missing.map((of) => ({ id: keyOf(of), name: `the ${nameOf(of)}` })),
                  ]}
                  onChoose={add}
                />
                .{' '}
              </>
            )}
            {chosen && (
              <Push
                onPress={() => onEdit({ marks: marks.filter((mark) => mark !== chosen) })}
              >{`Take the mark off the ${nameOf(chosen.of)}`}</Push>
            )}
          </>
        )}
      </p>
      <p>
        Note:{' '}
        <LiveText
          label="Note of the take"
          value={take.note}
          wide
          placeholder="anything worth remembering"
          onCommit={(note) => onEdit({ note })}
        />
      </p>
    </div>
  )
}
