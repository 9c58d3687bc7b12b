import { type Checklists, type JobKind, type OnList, type OwnLine } from '../api/types'
import { AddLine, DropLine } from '../card/OwnLines'
import { useNotice } from '../ui/Notices'

const kinds: readonly [JobKind, string][] = [
  ['portrait', 'portraits'],
  ['event', 'events'],
  ['product', 'products'],
]
const lists: readonly [OnList, string][] = [
  ['pack', 'packed'],
  ['there', 'done there'],
]

type Props = { value: Checklists; onPut: (value: Checklists) => void }

/** Lines that the card of every job of a kind begins with. */
export function ListLines({ value, onPut }: Props) {
  const say = useNotice()
  return (
    <>
      {kinds.flatMap(([kind, of]) =>
        lists.map(([on, what]) => {
          const all = value[kind]
          const own = all.filter((line) => line.on === on)
          const put = (lines: OwnLine[]) => onPut({ ...value, [kind]: lines })
          const drop = (line: OwnLine) => {
            put(all.filter(({ id }) => id !== line.id))
            say(`“${line.text}” is off the list.`, { label: 'Put it back', run: () => put(all) })
          }
          return (
            <div className="line" key={`${kind}-${on}`} data-list={`${kind}-${on}`}>
              {own.length > 0 && `For ${of}, ${what}: `}
              {own.map((line) => (
                <span key={line.id}>
                  {line.text}
                  <DropLine text={line.text} onDrop={() => drop(line)} />{' '}
                </span>
              ))}
              <AddLine on={on} label={`One more for ${of}, ${what}`} lines={all} onPut={put} />
            </div>
          )
        }),
      )}
    </>
  )
}
