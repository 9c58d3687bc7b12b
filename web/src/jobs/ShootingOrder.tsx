import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { GripVertical } from 'lucide-react'
import { Button, GridList, GridListItem, useDragAndDrop } from 'react-aria-components'
import { Link } from 'react-router'
import styled from 'styled-components'
import { client, need, words } from '../api/client'
import { lightQuery, settingsQuery } from '../api/queries'
import type { JobSummary, SetupLight, SetupSummary } from '../api/types'
import { clockTime } from '../words/units'
import { useNotice } from '../ui/Notices'
import { LiveChoice } from '../ui/LiveChoice'
import { Choices } from '../ui/Choices'
import { Push } from '../ui/Push'
import { whenMade } from '../words/standby'

const Order = styled(GridList)`
  counter-reset: shot;
  outline-offset: 2px;
` as typeof GridList
const Shot = styled(GridListItem)`
  counter-increment: shot;
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 40px;
  border-bottom: 1px solid ${({ theme }) => theme.line};
  &::before {
    content: counter(shot);
    font-weight: 700;
    font-stretch: 76%;
    font-size: 22px;
    min-width: 26px;
    text-align: right;
  }
  a {
    font-weight: 600;
    text-underline-offset: 4px;
    padding: 6px 4px;
  }
  .what {
    display: block;
    padding: 3px 0;
  }
  .light {
    display: block;
    padding: 0 4px;
    font-size: 13px;
    line-height: 1.3;
    color: ${({ theme }) => theme.quiet};
  }
  .light.wrong {
    color: ${({ theme }) => theme.warn};
  }
  .end {
    margin-left: auto;
    display: flex;
  }
  /* What stands by has no number of its own: it is made under that of the one before. */
  &:has([data-standby]) {
    counter-increment: none;
    padding-left: 22px;
  }
  &:has([data-standby])::before {
    content: '↳' / '';
    font-weight: 400;
  }
  .plan-b {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 2px 10px;
    padding: 0 4px;
    font-size: 15px;
  }
  &[data-drop-target] {
    outline: 2px solid ${({ theme }) => theme.ink};
  }
`
const Handle = styled(Button)`
  border: 0;
  background: none;
  cursor: grab;
  min-width: 28px;
  min-height: 32px;
  color: ${({ theme }) => theme.quiet};
`

/** When a setup is made and what its light is then. */
function LightLine({ light }: { light?: SetupLight }) {
  const clock = useQuery(settingsQuery).data?.clock ?? 'hours24'
  if (!light) return null
  const wrong = light.wrong || (!light.wished && !!light.from)
  return (
    <span className={wrong ? 'light wrong' : 'light'}>
      {light.from ? `${clockTime(light.from, clock)}: ` : ''}
      {light.text}
    </span>
  )
}

/** What stands by: when it is made, and the press that puts it in the other's place. */
function PlanB({ setup, main, onPut, onSwap }: PlanBProps) {
  return (
    <span className="plan-b" data-standby={setup.standby}>
      <LiveChoice
        label={`${setup.name}: when it is made`}
        value={setup.standby ?? 'anyway'}
        choices={whenMade}
        onChoose={(when) => onPut(when === 'anyway' ? null : when)}
      />
      {main ? (
        <Push onPress={onSwap} aria-label={`Swap in for ${main.name}: ${setup.name}`}>
          Swap in for {main.name}
        </Push>
      ) : (
        <span className="light wrong">nothing before it that it could stand by for</span>
      )}
    </span>
  )
}

/** What is done with a setup here now and then. */
type Doing = 'earlier' | 'later' | 'standby' | 'duplicate' | 'delete'

type PlanBProps = {
  setup: SetupSummary
  main: SetupSummary | undefined
  onPut: (standby: SetupSummary['standby']) => void
  onSwap: () => void
}

/** The setups of a job in shooting order, to be moved, gone to and deleted. */
export function ShootingOrder({ job }: { job: JobSummary }) {
  const kept = job.setups.map((setup) => setup.id)
  const queries = useQueryClient()
  const say = useNotice()
  const refresh = () => queries.invalidateQueries({ queryKey: ['jobs'] })
  const order = useMutation({
    mutationFn: (setups: string[]) =>
      need(
        client.PUT('/api/jobs/{id}/order', {
          params: { path: { id: job.id } },
          body: { setups, from: kept },
        }),
      ),
    onSettled: refresh,
  })
  const restore = useMutation({
    mutationFn: (id: string) => need(client.POST('/api/setups/{id}/restore', { params: { path: { id } } })),
    onSuccess: refresh,
  })
  const remove = useMutation({
    mutationFn: (setup: { id: string; name: string }) =>
      need(client.DELETE('/api/setups/{id}', { params: { path: { id: setup.id } } })),
    onSuccess: (_, setup) => {
      say(`${setup.name} deleted.`, { label: 'Bring it back', run: () => restore.mutate(setup.id) })
      return refresh()
    },
  })
  const duplicate = useMutation({
    mutationFn: (id: string) => need(client.POST('/api/setups/{id}/duplicate', { params: { path: { id } } })),
    onSuccess: refresh,
  })
  const standBy = useMutation({
    mutationFn: (change: { id: string; standby: SetupSummary['standby'] }) =>
      need(
        client.PUT('/api/setups/{id}/standby', {
          params: { path: { id: change.id } },
          body: { standby: change.standby },
        }),
      ),
    onError: (error) => say(words(error)),
    onSettled: refresh,
  })
  const swap = useMutation({
    mutationFn: (setup: SetupSummary) =>
      need(client.POST('/api/setups/{id}/swap', { params: { path: { id: setup.id } } })),
    onSuccess: (_, setup) => {
      say(`${setup.name} is made now.`)
      return refresh()
    },
    onError: (error) => say(words(error)),
  })
  /** What a setup at this place stands by for, or could. */
  const mainOf = (id: string) => shown.slice(0, ids.indexOf(id)).findLast((one) => !one.standby)
  // What was ordered shows at once; the studio's answer follows.
  const ids = order.isPending ? order.variables : kept
  const shown = ids.flatMap((id) => job.setups.filter((setup) => setup.id === id))
  // Without a place or a date there is no light to tell.
  const lights = useQuery(lightQuery(job.id)).data
  const move = (keys: Iterable<string>, target: string, after: boolean) => {
    const moved = [...keys]
    const rest = ids.filter((id) => !moved.includes(id))
    const place = rest.indexOf(target) + (after ? 1 : 0)
    order.mutate([...rest.slice(0, place), ...moved, ...rest.slice(place)])
  }
  const { dragAndDropHooks } = useDragAndDrop({
    getItems: (keys) => [...keys].map((key) => ({ 'text/plain': String(key) })),
    onReorder: ({ keys, target }) =>
      move([...keys].map(String), String(target.key), target.dropPosition === 'after'),
  })
  const shift = (id: string, by: number) => {
    const place = ids.indexOf(id) + by
    if (place < 0 || place >= ids.length) return
    move([id], ids[place]!, by > 0)
  }
  const doing: Record<Doing, (setup: SetupSummary) => void> = {
    earlier: ({ id }) => shift(id, -1),
    later: ({ id }) => shift(id, 1),
    standby: ({ id }) => standBy.mutate({ id, standby: 'rain' }),
    duplicate: ({ id }) => duplicate.mutate(id),
    delete: (setup) => remove.mutate(setup),
  }
  const restOf = (setup: SetupSummary) => {
    const main = mainOf(setup.id)
    const all: { id: Doing; name: string; there: boolean }[] = [
      { id: 'earlier', name: 'Earlier', there: ids[0] !== setup.id },
      { id: 'later', name: 'Later', there: ids.at(-1) !== setup.id },
      { id: 'standby', name: `Let it stand by for ${main?.name}`, there: !setup.standby && !!main },
      { id: 'duplicate', name: 'Duplicate', there: true },
      { id: 'delete', name: 'Delete', there: true },
    ]
    return all.filter(({ there }) => there)
  }
  return (
    <Order
      aria-label={`Setups of ${job.job.name}, in shooting order`}
      items={shown}
      dependencies={[lights, shown]}
      dragAndDropHooks={dragAndDropHooks}
      keyboardNavigationBehavior="tab"
      renderEmptyState={() => <p>No setup yet.</p>}
    >
      {(setup) => (
        <Shot id={setup.id} textValue={setup.name}>
          <Handle slot="drag" aria-label={`Move ${setup.name}`}>
            <GripVertical size={16} aria-hidden />
          </Handle>
          <span className="what">
            <Link to={`/setups/${setup.id}`}>{setup.name}</Link>
            <LightLine light={lights?.find((one) => one.setup === setup.id)} />
            {setup.standby && (
              <PlanB
                setup={setup}
                main={mainOf(setup.id)}
                onPut={(standby) => standBy.mutate({ id: setup.id, standby })}
                onSwap={() => swap.mutate(setup)}
              />
            )}
          </span>
          <span className="end">
            <Choices
              label="More"
              quiet
              name={`More for ${setup.name}`}
              of={restOf(setup)}
              onChoose={({ id }) => doing[id](setup)}
            />
          </span>
        </Shot>
      )}
    </Order>
  )
}
