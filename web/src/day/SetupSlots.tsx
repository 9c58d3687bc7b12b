import { useEffect } from 'react'
import { useMutation } from '@tanstack/react-query'
import { X } from 'lucide-react'
import { Link } from 'react-router'
import styled from 'styled-components'
import { client, need, words } from '../api/client'
import { numbered } from '../card/numbered'
import { standbyWords } from '../words/standby'
import { useSaid } from '../words/useSaid'
import type { Day, DayAnswer, DaySetup, Schedule, ShadowWish, Slot } from '../api/types'
import { LiveNumber, LiveTime } from '../ui/Field'
import { LiveChoice } from '../ui/LiveChoice'
import { Trouble } from '../ui/Trouble'
import { Latch, Push, QuietPush } from '../ui/Push'
import { falls, wishes } from './choices'
import type { DayState } from './useDay'

const List = styled.ol`
  li {
    display: grid;
    grid-template-columns: 30px 1fr;
    gap: 0 6px;
    padding: 7px 0 8px;
    border-bottom: 1px solid ${({ theme }) => theme.line};
  }
  li[data-chosen='true'] {
    background: ${({ theme }) => theme.plate};
  }
  .number {
    font-weight: 700;
    font-stretch: 76%;
    font-size: 20px;
    text-align: right;
    padding: 2px 4px 0 0;
  }
  .name {
    font-weight: 650;
  }
  .lines {
    line-height: 1.6;
  }
  .small {
    font-size: 13px;
    line-height: 1.3;
    color: ${({ theme }) => theme.quiet};
  }
  .wrong {
    color: ${({ theme }) => theme.warn};
    font-weight: 550;
  }
`
const Proposed = styled.div`
  border: 1px solid ${({ theme }) => theme.ink};
  padding: 8px 12px;
  margin: 6px 0;
  li {
    padding: 2px 0;
    line-height: 1.35;
  }
  .wrong {
    color: ${({ theme }) => theme.warn};
    font-weight: 550;
  }
  .does {
    display: flex;
    gap: 8px;
    padding-top: 6px;
  }
`

type Props = {
  state: DayState
  job: string
  day: Day
  answer: DayAnswer
  chosen?: string
  onChoose: (setup: string) => void
}

/** The setups of the day: where, when, how long, and the light each wants. */
export function SetupSlots({ state, job, day, answer, chosen, onChoose }: Props) {
  const numbers = numbered(answer.setups.map(({ standby }) => !!standby))
  return (
    <div>
      <List aria-label="Setups of the day">
        {answer.setups.map((setup, index) => (
          <SlotLine
            key={setup.light.setup}
            setup={setup}
            number={numbers[index] ?? ''}
            day={day}
            chosen={setup.light.setup === chosen}
            error={(field) => state.slotErrors[`${setup.light.setup}/slot/${field}`]}
            onChoose={() => onChoose(setup.light.setup)}
            onDrawn={state.drawn}
            onPut={(change) => state.placeOne(setup.light.setup, setup.slot ?? null, change)}
          />
        ))}
      </List>
      {answer.setups.length === 0 && <p>No setup in this job yet. Add one under Jobs.</p>}
      {answer.setups.some((setup) => setup.slot) && <Scheduler state={state} job={job} answer={answer} />}
    </div>
  )
}

type LineProps = {
  setup: DaySetup
  number: string
  day: Day
  chosen: boolean
  error: (field: string) => string | undefined
  onChoose: () => void
  onDrawn: (setup: string) => void
  onPut: (change: Partial<Slot> | null) => void
}

function SlotLine({ setup, number, day, chosen, error, onChoose, onDrawn, onPut }: LineProps) {
  const { slot, light } = setup
  useEffect(() => onDrawn(light.setup), [slot, light.setup, onDrawn])
  const spots = day.place.spots.map((spot) => ({ id: spot.id, name: spot.name }))
  const put = (change: Partial<Slot>) => onPut(change)
  const first = spots[0]
  return (
    <li data-setup={light.setup} data-chosen={chosen}>
      <span className="number">{number}</span>
      <div>
        <p>
          <Latch isSelected={chosen} onChange={onChoose} aria-label={`Show the light of ${setup.name}`}>
            Show
          </Latch>{' '}
          <Link className="name" to={`/setups/${light.setup}`}>
            {setup.name}
          </Link>
          {setup.standby && <> {standbyWords(setup.standby)}</>}
        </p>
        {slot ? (
          <p className="lines">
            at{' '}
            <LiveTime
              label={`${setup.name}: begins at`}
              value={slot.time}
              error={error('time')}
              onCommit={(time) => put({ time })}
            />
            , for{' '}
            <LiveNumber
              label={`${setup.name}: minutes it takes`}
              value={slot.minutes}
              unit="min"
              step={5}
              digits={0}
              error={error('minutes')}
              onCommit={(minutes) => put({ minutes })}
            />
            ,{' '}
            <LiveChoice
              label={`${setup.name}: spot`}
              value={slot.spot}
              choices={spots}
              error={error('spot')}
              onChoose={(spot) => put({ spot })}
            />
            ; wants{' '}
            <LiveChoice
              label={`${setup.name}: light it wants`}
              value={slot.wants}
              choices={wishes}
              tint="ambient"
              onChoose={(wants) => put({ wants })}
            />
            <Shadows
              name={setup.name}
              wish={slot.shadows ?? null}
              error={error('shadows/least')}
              onPut={(shadows) => put({ shadows })}
            />{' '}
            <Latch
              isSelected={slot.fixed}
              onChange={(fixed) => put({ fixed })}
              aria-label={`${setup.name}: fixed time`}
            >
              Fixed
            </Latch>{' '}
            <QuietPush onPress={() => onPut(null)} aria-label={`Off the day: ${setup.name}`}>
              Off the day
            </QuietPush>
          </p>
        ) : first ? (
          <p className="lines">
            <Push
              onPress={() =>
                onPut({
                  spot: first.id,
                  time: day.from,
                  minutes: 30,
                  wants: 'any',
                  shadows: null,
                  fixed: false,
                })
              }
              aria-label={`Place it at ${first.name}: ${setup.name}`}
            >
              Place it at {first.name}
            </Push>
          </p>
        ) : (
          <p className="small">Add a spot to the place first.</p>
        )}
        <p className={light.wrong || (slot && !light.wished) ? 'small wrong' : 'small'}>
          {light.text.charAt(0).toUpperCase() + light.text.slice(1)}.
        </p>
      </div>
    </li>
  )
}

/** Shadows that are wanted beside the light: how long at the least, and which way. */
function Shadows({ name, wish, error, onPut }: ShadowsProps) {
  if (!wish)
    return (
      <>
        {' '}
        <QuietPush onPress={() => onPut({ least: 1.5, fall: 'any' })} aria-label={`Ask for shadows: ${name}`}>
          + shadows
        </QuietPush>
      </>
    )
  return (
    <>
      , with shadows at least{' '}
      <LiveNumber
        label={`${name}: shadows, times one's height`}
        value={wish.least}
        unit="×"
        step={0.5}
        digits={1}
        error={error}
        onCommit={(least) => onPut({ ...wish, least })}
      />{' '}
      as long as one is tall,{' '}
      <LiveChoice
        label={`${name}: which way shadows fall`}
        value={wish.fall}
        choices={falls}
        tint="ambient"
        onChoose={(fall) => onPut({ ...wish, fall })}
      />{' '}
      <QuietPush onPress={() => onPut(null)} aria-label={`No shadows asked for: ${name}`}>
        <X size={15} aria-hidden />
      </QuietPush>
    </>
  )
}

type ShadowsProps = {
  name: string
  wish: ShadowWish | null
  error: string | undefined
  onPut: (wish: ShadowWish | null) => void
}

/** Asks for an order and times, shows them, and puts them on the day when they are taken. */
function Scheduler({ state, job, answer }: { state: DayState; job: string; answer: DayAnswer }) {
  const said = useSaid()
  const ask = useMutation({
    mutationFn: () =>
      need<Schedule>(client.GET('/api/jobs/{id}/schedule', { params: { path: { id: job } } })),
  })
  const take = (schedule: Schedule) => {
    const placed = schedule.placed.flatMap((one) => {
      const slot = answer.setups.find((setup) => setup.light.setup === one.setup)?.slot
      return slot ? [{ setup: one.setup, slot: { ...slot, time: one.from } }] : []
    })
    void state.place(placed).then(() => ask.reset())
  }
  return (
    <div>
      <p style={{ paddingTop: 8 }}>
        <Push onPress={() => ask.mutate()} isDisabled={ask.isPending}>
          {ask.isPending ? 'Looking …' : 'Propose an order'}
        </Push>
      </p>
      {ask.error && <Trouble>{words(ask.error)}</Trouble>}
      {ask.data && (
        <Proposed role="group" aria-label="Proposed order">
          <ol>
            {ask.data.placed.map((one) => (
              <li key={one.setup}>
                <strong>{one.name}</strong>: {said(one.text)}
              </li>
            ))}
            {ask.data.unmet.map((one) => (
              <li key={one.setup} className="wrong">
                {said(one.text)}
              </li>
            ))}
          </ol>
          <div className="does">
            <Push onPress={() => take(ask.data)} isDisabled={ask.data.placed.length === 0}>
              Take these times
            </Push>
            <Push onPress={() => ask.reset()}>Leave it</Push>
          </div>
        </Proposed>
      )}
    </div>
  )
}
