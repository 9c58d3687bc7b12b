import { memo, useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react'
import styled from 'styled-components'
import type { Assessment, Lit, Setup } from '../api/types'
import { useGrip } from '../drawing/grip'
import { SliderGrip } from '../drawing/SliderGrip'
import { lies } from '../bench/choices'
import { useKeys } from '../keys/KeysProvider'
import { Spoken } from '../ui/voice'
import { CloserLook, type Times } from './CloserLook'
import { type Over, placeAt, type Planes, type Tones } from './planes'
import { OutlineLine } from './OutlineLine'
import { PatchRing } from './PatchRing'
import { PictureSwitches } from './PictureSwitches'
import { clippedShare, levelSaid, percent, said } from './said'
import { SaveAs } from './SaveAs'
import { useCanvas } from './useCanvas'
import { usePicture, type Watch } from './usePicture'

/** A neutral surround, close to mid-grey, whatever the look: colours are judged against it. */
const Surround = styled.div`
  position: relative;
  padding: 10px;
  background: #757575;
  forced-color-adjust: none;
  canvas,
  svg {
    display: block;
    width: 100%;
    height: auto;
  }
  canvas {
    outline: 1px solid #2e2e2e;
  }
  .held {
    position: relative;
    margin: 0 auto;
  }
  svg {
    position: absolute;
    inset: 0;
    height: 100%;
    overflow: visible;
    font-size: 12px;
    font-weight: 650;
    font-stretch: 88%;
  }
  .empty {
    display: grid;
    place-items: center;
    min-height: 200px;
    color: #ffffff;
  }
`
const Words = styled.div`
  margin-top: 4px;
  font-size: 13px;
  line-height: 1.35;
  min-height: 2.7em;
  color: ${({ theme }) => theme.quiet};
  strong {
    color: ${({ theme }) => theme.ink};
    font-weight: 650;
  }
`

const STEP = 0.01
/** What the marks are drawn on, across: as wide in a rough picture of few points as in a fine one. */
const ACROSS = 280
type Props = {
  id: string
  setup: Setup
  assessment: Assessment
  isSeen: boolean
  /** Hears of each draft before it is drawn. */
  watch: Watch
  /** Hears of the levels of each picture. */
  onTones: (tones: Tones | null) => void
}

/** The frame as it will look, in all its light or in some of it, with the places where the scale is measured. */
export const PictureView = memo(function PictureView({
  id,
  setup,
  assessment,
  isSeen,
  watch,
  onTones,
}: Props) {
  const [seenIn, setSeenIn] = useState('both')
  const [over, setOver] = useState<Over>({ clips: true, lines: false })
  const [pointed, setPointed] = useState({ x: 0.5, y: 0.5 })
  const [times, setTimes] = useState<Times | null>(null)
  const lit = useMemo<Lit>(
    () =>
      seenIn === 'both' || seenIn === 'ambient' || seenIn === 'flash' || seenIn === 'burst'
        ? { light: seenIn }
        : { light: 'one', of: seenIn },
    [seenIn],
  )
  const { canvas, show, keep } = useCanvas()
  const { picture: newest, before, trouble } = usePicture(id, setup, lit, isSeen, watch, show)
  // What was before is looked at until something else is changed.
  const [lookedBack, setLookedBack] = useState<Planes | null>(null)
  const isBefore = before !== null && lookedBack === before
  const picture = isBefore ? before : newest
  const lookBack = useCallback((back: boolean) => setLookedBack(back ? before : null), [before])
  useEffect(() => onTones(picture && picture.told.tones), [onTones, picture])
  useLayoutEffect(() => keep(picture, over, !isBefore), [isBefore, keep, over, picture])
  const from = useRef(pointed)
  const inside = (share: number) => Math.max(0, Math.min(0.999, share))
  const grip = useGrip({
    onTake: () => (from.current = pointed),
    onHand: ([x, y]) => {
      const box = canvas.current?.getBoundingClientRect()
      if (box)
        setPointed({ x: inside(from.current.x + x / box.width), y: inside(from.current.y + y / box.height) })
    },
    onArrow: (x, y, far) => {
      const by = STEP * (far ? 5 : 1)
      setPointed({ x: inside(pointed.x + x * by), y: inside(pointed.y + y * by) })
    },
  })
  const point = useCallback(
    (event: { clientX: number; clientY: number }) => {
      const box = canvas.current?.getBoundingClientRect()
      if (box)
        setPointed({
          x: inside((event.clientX - box.left) / box.width),
          y: inside((event.clientY - box.top) / box.height),
        })
    },
    [canvas],
  )
  const turn = useCallback((to: string) => setSeenIn((now) => (now === to ? 'both' : to)), [])
  useKeys('picture', [
    { key: 'f', name: 'The picture by flash alone, or by all light', run: () => turn('flash') },
    { key: 'a', name: 'The picture by ambient alone, or by all light', run: () => turn('ambient') },
    {
      key: 'x',
      name: 'Hatch what clips, or not',
      run: () => setOver((now) => ({ ...now, clips: !now.clips })),
    },
    { key: 'b', name: 'The picture before the last change, or after it', run: () => lookBack(!isBefore) },
    {
      key: 'l',
      name: 'Lines of equal level, or none',
      run: () => setOver((now) => ({ ...now, lines: !now.lines })),
    },
  ])
  const here = picture && placeAt(picture, pointed.x, pointed.y)
  const there = !isBefore && before && placeAt(before, pointed.x, pointed.y)
  const { width = 3, height = 2 } = picture?.told ?? {}
  const down = (ACROSS * height) / width
  const clipped = picture?.told.clipped ?? 0
  const names = new Map(assessment.levels.map((level) => [level.patch, level.name]))
  return (
    <section aria-label="The picture">
      <Surround>
        {picture ? (
          <div className="held" style={{ maxWidth: `calc(46vh * ${width / height})` }}>
            <canvas
              ref={canvas}
              width={width}
              height={height}
              data-picture={seenIn}
              data-before={isBefore || undefined}
              data-rounds={picture.told.rounds}
              role="img"
              aria-label={`${isBefore ? 'The frame as it was before the last change.' : `The frame as it will look. ${assessment.headline}`} ${
                clipped > 0.001 ? `${clippedShare(clipped)} of it clips.` : 'Nothing clips.'
              } Behind it: ${lies(setup.background.kind)}.`}
            />
            <svg
              viewBox={`0 0 ${ACROSS} ${down}`}
              preserveAspectRatio="none"
              role="group"
              aria-label="Places in the picture"
              onPointerMove={(event) => event.pointerType === 'mouse' && point(event)}
              onPointerDown={point}
            >
              <rect width={ACROSS} height={down} fill="transparent" />
              {picture.told.patches.map(({ patch, x, y }) => (
                <PatchRing
                  key={patch}
                  patch={patch}
                  name={names.get(patch) ?? ''}
                  x={x * ACROSS}
                  y={y * down}
                />
              ))}
              <SliderGrip
                {...grip}
                label="Pointer in the picture"
                low={0}
                high={100}
                now={Math.round(pointed.x * 100)}
                said={`${percent(pointed.x)} from the left, ${percent(pointed.y)} from the top: ${here ? said(here) : ''}`}
                mark="data-pointer"
              >
                <g transform={`translate(${pointed.x * ACROSS} ${pointed.y * down})`}>
                  <circle r={14} fill="transparent" />
                  <path d="M-9 0H-3M3 0H9M0 -9V-3M0 3V9" stroke="#000000" strokeWidth={3.4} />
                  <path d="M-9 0H-3M3 0H9M0 -9V-3M0 3V9" stroke="#ffffff" strokeWidth={1.4} />
                  <circle className="ring" r={14} fill="none" />
                </g>
              </SliderGrip>
            </svg>
          </div>
        ) : (
          <Spoken as="div" className="empty">
            {trouble ?? 'Making the picture …'}
          </Spoken>
        )}
        {picture && times && <CloserLook id={id} setup={setup} lit={lit} at={pointed} times={times} />}
      </Surround>
      <PictureSwitches
        lights={setup.lights}
        seenIn={seenIn}
        onSeenIn={setSeenIn}
        hasBurst={picture?.told.burst_differs ?? false}
        over={over}
        onOver={setOver}
        isBefore={isBefore}
        hasBefore={before !== null}
        onLookBack={lookBack}
        times={times}
        onTimes={setTimes}
      />
      <Words>
        <strong data-pointed>{here ? said(here) : ''}</strong> at the pointer
        {here && there && there.level !== here.level && <> (before {levelSaid(there)})</>}
        {clipped > 0.001 && <>; {clippedShare(clipped)} of the frame clips</>}.{' '}
        {isBefore && <>Before the last change. </>}
        {picture?.told.hand && <>{picture.told.hand} </>}
        {picture && <OutlineLine outline={picture.told.outline} />}
        {picture && !picture.told.enough && (picture.told.rounds === 0 ? 'Rough still.' : 'Getting finer.')}
        {picture?.told.enough && picture.told.leaves_out} <SaveAs id={id} />
      </Words>
    </section>
  )
})
