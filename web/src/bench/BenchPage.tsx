import { Spoken } from '../ui/voice'
import { lazy, Suspense, useCallback, useDeferredValue, useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import styled from 'styled-components'
import type { Setup } from '../api/types'
import { low, narrow } from '../scale/geometry'
import { StopScale } from '../scale/StopScale'
import { Trouble } from '../ui/Trouble'
import { Push } from '../ui/Push'
import { Told } from '../ui/Told'
import { PHONE, useMedia } from '../ui/useMedia'
import { useTitle } from '../ui/useTitle'
import { Keeping } from '../ui/Keeping'
import { BenchHead, benchPath, type Shows } from './BenchHead'
import { Brief } from './Brief'
import { Columns } from './Columns'
import { PictureView } from '../picture/PictureView'
import type { Tones } from '../picture/planes'
import { Dial } from './Dial'
import { MarkLine } from './MarkLine'
import { PlanPanel } from './PlanPanel'
import { dialKey } from './setupDials'
import { type OnPhone, ThumbBar } from './ThumbBar'
import { type BenchState, useBench } from './useBench'
import { useBenchKeys } from './useBenchKeys'

const SetView = lazy(() => import('../set/SetView'))
const ColourView = lazy(() => import('../colour/ColourView'))

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
  gap: 2px 18px;
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

function Laid({ id, bench, setup, shows }: { id: string; bench: BenchState; setup: Setup; shows: Shows }) {
  const [part, setPart] = useState<OnPhone>(shows === 'brief' ? 'dials' : shows)
  // Where colours are in hand they are drawn first, and the levels when there is time.
  const later = useDeferredValue(bench.assessment)
  const assessment = shows === 'colour' ? later : bench.assessment
  const navigate = useNavigate()
  const show = useCallback(
    (next: OnPhone) => {
      setPart(next)
      if (next !== 'dials' && next !== 'plan' && next !== 'picture') void navigate(benchPath(id, next))
    },
    [id, navigate],
  )
  const onSet = shows !== 'brief'
  useTitle({ brief: setup.name, set: `Set of ${setup.name}`, colour: `Colour of ${setup.name}` }[shows])
  const phone = useMedia(PHONE)
  const [tones, setTones] = useState<Tones | null>(null)
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
      <Columns data-view={shows} data-part={part}>
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
          {!onSet && <MarkLine />}
          {!onSet && assessment && (
            <div className="picture">
              <PictureView
                id={id}
                setup={setup}
                assessment={assessment}
                isSeen={!phone || part === 'picture'}
                watch={bench.watch}
                onTones={setTones}
              />
            </div>
          )}
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
                  tones={onSet ? null : tones}
                  frame={phone ? (onSet || part === 'picture' ? low : undefined) : narrow}
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
      </Columns>
      <ThumbBar part={part} onShow={show} onSolve={bench.solve} />
    </>
  )
}
