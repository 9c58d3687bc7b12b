import { Spoken } from '../ui/voice'
import { lazy, Suspense, useCallback, useState } from 'react'
import { ToggleButton, ToggleButtonGroup } from 'react-aria-components'
import { Link, useNavigate, useParams } from 'react-router'
import styled from 'styled-components'
import type { Setup } from '../api/types'
import { useKeys } from '../keys/KeysProvider'
import { low, narrow } from '../scale/geometry'
import { StopScale } from '../scale/StopScale'
import { Trouble } from '../ui/Trouble'
import { MainPush, Push } from '../ui/Push'
import { Told } from '../ui/Told'
import { PHONE, useMedia } from '../ui/useMedia'
import { useTitle } from '../ui/useTitle'
import { Keeping } from '../ui/Keeping'
import { BenchHead, benchPath, type Shows, useNeighbours } from './BenchHead'
import { Brief } from './Brief'
import { Dial } from './Dial'
import { PlanPanel } from './PlanPanel'
import { dialKey } from './setupDials'
import { type BenchState, useBench } from './useBench'

const SetView = lazy(() => import('../set/SetView'))
const ColourView = lazy(() => import('../colour/ColourView'))

const Body = styled.div`
  display: grid;
  grid-template-columns: 366px minmax(0, 1fr) 376px;
  align-items: start;
  > * {
    padding: 12px 20px;
  }
  .middle,
  .set {
    container-type: inline-size;
  }
  .middle {
    border-left: 1px solid ${({ theme }) => theme.line};
    border-right: 1px solid ${({ theme }) => theme.line};
    min-height: calc(100vh - 90px);
  }
  .dials {
    container-type: inline-size;
    padding-top: 6px;
    position: sticky;
    top: 0;
  }
  &:not([data-view='brief']) {
    grid-template-columns: minmax(0, 1fr) 276px 312px;
    > * {
      padding-left: 14px;
      padding-right: 14px;
    }
    h2[data-met] {
      font-size: 16px;
    }
  }
  @media (max-width: 1080px) and (min-width: 761px) {
    grid-template-columns: minmax(0, 1fr) 380px;
    &:not([data-view='brief']) {
      grid-template-columns: minmax(0, 1fr) 276px;
      .set {
        grid-row: 1 / span 2;
      }
      .dials {
        position: static;
      }
      .middle {
        border-right: 0;
        min-height: 0;
      }
    }
    .brief {
      grid-column: 1 / -1;
      order: 3;
    }
  }
  @media (max-width: 760px) {
    display: flex;
    flex-direction: column;
    align-items: stretch;
    padding-bottom: 76px;
    > * {
      padding: 8px 12px;
      border: 0 !important;
      min-height: 0 !important;
    }
    .dials {
      position: static;
    }
    .brief,
    .plan {
      display: none;
    }
    &[data-part='brief'] .brief,
    &[data-part='plan'] .plan {
      display: block;
    }
    .set,
    &[data-part='brief'] .middle,
    &[data-part='plan'] .scale,
    &[data-part='brief'] .dials,
    &[data-part='set'] .dials,
    &[data-part='colour'] .dials,
    &[data-part='colour'] .scale,
    &[data-part='plan'] .dials {
      display: none;
    }
    &[data-part='set'] .set,
    &[data-part='colour'] .set {
      display: block;
    }
    &[data-part='set'] .scale {
      order: -1;
      .ratio {
        display: none;
      }
    }
    .scale {
      position: sticky;
      top: 0;
      z-index: 3;
      background: ${({ theme }) => theme.ground};
      svg {
        max-height: 36vh;
      }
    }
    .middle {
      display: contents;
    }
    .middle > * {
      padding: 6px 12px;
    }
  }
  @media (max-width: 760px) and (max-height: 480px) {
    .scale {
      position: static;
      svg {
        max-height: none;
      }
    }
  }
`
const Headline = styled.div`
  display: flex;
  align-items: baseline;
  gap: 14px;
  flex-wrap: wrap;
  h2 {
    font-size: 19px;
    font-weight: 650;
    line-height: 1.2;
  }
  .ratio {
    color: ${({ theme }) => theme.quiet};
    font-size: 13.5px;
  }
`
const Legend = styled.p`
  display: flex;
  gap: 18px;
  flex-wrap: wrap;
  font-size: 13px;
  color: ${({ theme }) => theme.quiet};
  i {
    display: inline-block;
    width: 14px;
    height: 12px;
    margin-right: 6px;
    vertical-align: -1px;
    forced-color-adjust: none;
  }
  .ambient {
    background: repeating-linear-gradient(
      45deg,
      ${({ theme }) => theme.ambient} 0 2.5px,
      ${({ theme }) => theme.ambientWash} 2.5px 6px
    );
  }
  .flash {
    background: ${({ theme }) => theme.flash};
  }
  .whole {
    height: 4px;
    background: ${({ theme }) => theme.ink};
    vertical-align: 3px;
  }
`
/** On a phone, what the thumb reaches: the parts of the bench, and the one thing to do. */
const ThumbBar = styled.div`
  display: none;
  @media (max-width: 760px) {
    position: fixed;
    inset: auto 0 0 0;
    z-index: 10;
    display: grid;
    grid-template-columns: 4fr 1.2fr;
    background: ${({ theme }) => theme.plate};
    border-top: 2px solid ${({ theme }) => theme.ink};
    > button {
      min-height: 60px;
      border: 0;
      border-left: 2px solid ${({ theme }) => theme.ink};
      font-size: 17px;
    }
  }
  @media (max-width: 760px) and (max-height: 480px) {
    button,
    > button {
      min-height: 44px;
      font-size: 15px;
    }
  }
`
const Views = styled(ToggleButtonGroup)`
  @media (max-width: 760px) {
    display: grid;
    grid-template-columns: repeat(5, 1fr);
    button {
      min-height: 60px;
      border: 0;
      background: none;
      font-weight: 600;
    }
    button[data-selected] {
      box-shadow: inset 0 6px ${({ theme }) => theme.ink};
      font-weight: 800;
    }
  }
`
const Waiting = styled.p`
  padding: 40px 20px;
`
/** One setup: the heart of it all. */
export default function BenchPage() {
  const { id = '', view } = useParams()
  return <Bench key={id} id={id} shows={view === 'set' || view === 'colour' ? view : 'brief'} />
}

function Bench({ id, shows }: { id: string; shows: Shows }) {
  const bench = useBench(id)
  const { draft } = bench
  if (bench.missing) {
    return (
      <Spoken as={Waiting}>
        This setup is not there any more. <Link to="/">Go to the jobs.</Link>
      </Spoken>
    )
  }
  if (!draft || !bench.kept) {
    return (
      <Spoken as={Waiting}>
        {bench.trouble ?? 'Laying out the bench …'}{' '}
        {bench.trouble && <Push onPress={() => void bench.reload()}>Try again</Push>}
      </Spoken>
    )
  }
  return <Laid id={id} bench={bench} setup={draft} shows={shows} />
}

/** The one part of the bench a phone shows under the scale. */
type OnPhone = 'dials' | 'brief' | 'plan' | 'set' | 'colour'

function Laid({ id, bench, setup, shows }: { id: string; bench: BenchState; setup: Setup; shows: Shows }) {
  const [part, setPart] = useState<OnPhone>(shows === 'brief' ? 'dials' : shows)
  const { assessment } = bench
  const navigate = useNavigate()
  const show = useCallback(
    (next: OnPhone) => {
      setPart(next)
      if (next !== 'dials' && next !== 'plan') void navigate(benchPath(id, next))
    },
    [id, navigate],
  )
  const onSet = shows !== 'brief'
  useTitle({ brief: setup.name, set: `Set of ${setup.name}`, colour: `Colour of ${setup.name}` }[shows])
  const phone = useMedia(PHONE)
  useBenchKeys(bench, shows, show)
  return (
    <>
      <BenchHead
        kept={bench.kept}
        save={bench.save}
        edit={bench.edit}
        undo={bench.undo}
        redo={bench.redo}
        solve={bench.solve}
        name={setup.name}
        nameError={bench.errors['/name']}
        follows={setup.solve_as_i_go}
        shows={shows}
        onShow={show}
      />
      <Keeping state={bench} by={bench} />
      <Body data-view={shows} data-part={part}>
        {onSet ? (
          <div className="set">
            <Suspense fallback={<Spoken>Laying it out …</Spoken>}>
              {shows === 'set' ? (
                <SetView id={id} bench={bench} setup={setup} />
              ) : (
                <ColourView id={id} bench={bench} setup={setup} />
              )}
            </Suspense>
          </div>
        ) : (
          <div className="brief">
            <Brief bench={bench} setup={setup} />
          </div>
        )}
        <div className="middle">
          <div className="scale" data-stays={part === 'plan' ? undefined : true}>
            {assessment ? (
              <>
                <Headline>
                  <Spoken as="h2" data-met={assessment.met}>
                    {assessment.headline}
                  </Spoken>
                  <span className="ratio">
                    Background <Told of="the contrast" account={assessment.contrast_account} />
                    {assessment.lit_to_shadow != null && (
                      <>
                        ; lit to shadow <Told of="lit to shadow" account={assessment.lit_to_shadow} />
                      </>
                    )}
                  </span>
                </Headline>
                <StopScale
                  assessment={assessment}
                  onDrag={bench.drag}
                  frame={onSet ? (phone ? low : narrow) : undefined}
                />
              </>
            ) : (
              <Spoken>Working out the levels …</Spoken>
            )}
          </div>
          <div className="plan">
            <Legend aria-hidden>
              <span>
                <i className="ambient" />
                ambient
              </span>
              <span>
                <i className="flash" />
                flash
              </span>
              <span>
                <i className="whole" />
                together
              </span>
              <span>[ wanted</span>
              <span>I likely error</span>
            </Legend>
            {bench.stopped && <Trouble>{bench.stopped}</Trouble>}
            <PlanPanel
              advice={bench.advice}
              followed={setup.solve_as_i_go}
              edit={bench.edit}
              onTake={bench.take}
              onMoment={bench.putAt}
            />
          </div>
        </div>
        <div className="dials">
          {assessment?.dials.map((dial) => (
            <Dial key={dialKey(dial.id)} dial={dial} onTurn={bench.turnDial} onHold={bench.hold} />
          ))}
        </div>
      </Body>
      <ThumbBar data-thumb>
        <Views
          aria-label="Part of the bench"
          selectionMode="single"
          disallowEmptySelection
          selectedKeys={[part]}
          onSelectionChange={(keys) => show([...keys][0] as OnPhone)}
        >
          <ToggleButton id="dials">Dials</ToggleButton>
          <ToggleButton id="brief">Brief</ToggleButton>
          <ToggleButton id="set">Set</ToggleButton>
          <ToggleButton id="colour">Colour</ToggleButton>
          <ToggleButton id="plan">Plan</ToggleButton>
        </Views>
        <MainPush onPress={bench.solve}>Solve</MainPush>
      </ThumbBar>
    </>
  )
}

function useBenchKeys(bench: BenchState, shows: Shows, onShow: (shows: Shows) => void) {
  const { before, after } = useNeighbours(bench.kept)
  const navigate = useNavigate()
  const focused = () => {
    const key = document.activeElement?.closest('[data-dial]')?.getAttribute('data-dial')
    return bench.assessment?.dials.find((dial) => dialKey(dial.id) === key)
  }
  const focus = (key: string) =>
    document.querySelector<HTMLElement>(`[data-dial="${key}"] [role=slider]`)?.focus()
  useKeys('bench', [
    { key: 's', name: 'Solve the free dials', run: bench.solve },
    {
      key: 'h',
      name: 'Hold or release the dial that has the focus',
      run: () => {
        const dial = focused()
        if (dial) bench.hold(dial.id, !dial.held)
      },
    },
    { key: 'z', name: 'Undo', run: () => void bench.undo() },
    { key: 'y', name: 'Redo', run: () => void bench.redo() },
    ...(bench.assessment?.dials ?? []).slice(0, 9).map((dial, index) => ({
      key: String(index + 1),
      name: `Go to ${dial.name}`,
      run: () => focus(dialKey(dial.id)),
    })),
    { key: ',', name: 'Setup before', run: () => void (before && navigate(benchPath(before.id, shows))) },
    { key: '.', name: 'Setup after', run: () => void (after && navigate(benchPath(after.id, shows))) },
    {
      key: 'g',
      name: 'Brief or set',
      run: () => onShow(shows === 'set' ? 'brief' : 'set'),
    },
    {
      key: 'c',
      name: 'Brief or colour',
      run: () => onShow(shows === 'colour' ? 'brief' : 'colour'),
    },
  ])
}
