import { useState } from 'react'
import { DropZone, FileTrigger } from 'react-aria-components'
import styled from 'styled-components'
import { ApiProblem, client, need, words } from '../api/client'
import type { GreyTold } from '../api/types'
import { LiveNumber } from '../ui/Field'
import { Push } from '../ui/Push'
import { Trouble } from '../ui/Trouble'
import { Spoken } from '../ui/voice'
import { MarkedFrame, type PatchMark } from './MarkedFrame'
import { useFrame } from './useFrame'

const Line = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: baseline;
`
const Zone = styled(DropZone)`
  display: flex;
  flex-direction: column;
  gap: 10px;
  margin: 6px 0;
  padding: 10px;
  border: 1px dashed ${({ theme }) => theme.line};
  &[data-drop-target],
  &[data-focus-visible] {
    border-color: ${({ theme }) => theme.ink};
    outline: 2px solid ${({ theme }) => theme.ink};
  }
`

const KINDS = ['image/jpeg', 'image/png']
const MIDDLE: PatchMark = { x: 0.5, y: 0.5, side: 0.08 }

type Props = {
  /** What the camera is set to. */
  kelvin: number
  tint: number
  onKeep: (kelvin: number, duv: number) => void
  /** Absent where nobody sets the white: on film. */
  onSet?: (kelvin: number, tint: number) => void
}

const said = (error: unknown) =>
  error instanceof ApiProblem ? (error.problem.errors[0]?.detail ?? words(error)) : words(error)

/** The light that fell on a grey card: from a frame in which it is marked, or from three values of it; kept as what was measured. */
export function GreyFrame({ kelvin, tint, onKeep, onSet }: Props) {
  const [values, setValues] = useState<[number, number, number]>([118, 118, 118])
  const [mark, setMark] = useState(MIDDLE)
  const [told, setTold] = useState<GreyTold | null>(null)
  const [of, setOf] = useState('')
  const [trouble, setTrouble] = useState<string | null>(null)
  const [busy, setBusy] = useState(false)
  const look = async (ask: () => Promise<[GreyTold, string]>) => {
    setBusy(true)
    try {
      const [light, from] = await ask()
      setTold(light)
      setOf(from)
      setTrouble(null)
    } catch (error) {
      setTold(null)
      setTrouble(said(error))
    } finally {
      setBusy(false)
    }
  }
  const fromFile = (file: File, { x, y, side }: PatchMark, shape: number) =>
    look(async () => {
      const query = { x, y, width: side, height: side * shape, kelvin, tint }
      const found = await need(
        client.POST('/api/colour/grey/frame', {
          params: { query },
          body: file as unknown as number[],
          bodySerializer: (body) => body,
          headers: { 'Content-Type': 'application/octet-stream' },
        }),
      )
      const profile =
        found.profile == null ? 'no profile, taken as sRGB' : found.profile || 'a profile of its own'
      return [found.light, `${file.name}, ${profile}: `]
    })
  // What the browser cannot show the studio looks at all the same: it says what is wrong with it.
  const { frame, take, drop } = useFrame((file) => void fromFile(file, MIDDLE, 1))
  const handIn = (files: File[]) => {
    const [file] = files
    if (!file) return
    setTold(null)
    setTrouble(null)
    void take(file)
  }
  const field = (index: 0 | 1 | 2, name: string) => (
    <LiveNumber
      label={`Grey card: ${name}`}
      value={values[index]}
      digits={0}
      step={1}
      onCommit={(value) => setValues(values.with(index, value) as [number, number, number])}
    />
  )
  const fromValues = () =>
    look(async () => {
      const body = { values, linear: false, kelvin, tint }
      return [await need(client.POST('/api/colour/grey', { body })), '']
    })
  return (
    <section aria-label="From a grey frame">
      <h2>From a grey frame</h2>
      <Zone
        aria-label="A frame of a grey card"
        getDropOperation={(types) => (KINDS.some((kind) => types.has(kind)) ? 'copy' : 'cancel')}
        onDrop={({ items }) => {
          const files = items.flatMap((item) => (item.kind === 'file' ? [item.getFile()] : []))
          void Promise.all(files).then(handIn)
        }}
      >
        <Line>
          <FileTrigger acceptedFileTypes={KINDS} onSelect={(files) => handIn([...(files ?? [])])}>
            <Push>{frame ? 'Another frame' : 'Open a frame of a grey card'}</Push>
          </FileTrigger>
          {frame ? (
            <>
              made at {kelvin} K, the mark{' '}
              <LiveNumber
                label="Side of the mark"
                value={Math.round(mark.side * 100)}
                unit="% wide"
                step={1}
                digits={0}
                onCommit={(side) => setMark({ ...mark, side: Math.max(1, Math.min(50, side ?? 8)) / 100 })}
              />
              <Push
                isDisabled={busy}
                onPress={() => void fromFile(frame.file, mark, frame.pixels.width / frame.pixels.height)}
              >
                What light is on it?
              </Push>
              <Push onPress={drop}>Put it away</Push>
            </>
          ) : (
            <span>or drop one here: JPEG or PNG. It is looked at and not kept.</span>
          )}
        </Line>
        {frame && <MarkedFrame frame={frame} mark={mark} onMark={setMark} />}
      </Zone>
      <Line>
        Or by its values: at {kelvin} K it shows red {field(0, 'red')}, green {field(1, 'green')}, blue{' '}
        {field(2, 'blue')} of 255. <Push onPress={() => void fromValues()}>What light is it?</Push>
      </Line>
      {busy && <Spoken>Looking at the frame …</Spoken>}
      {trouble && <Trouble>{trouble}</Trouble>}
      {told && (
        <Line>
          <Spoken>
            {of}
            {told.kelvin} K, {Math.abs(told.duv) < 0.0005 ? 'on the line' : `${told.duv} to the green side`}:{' '}
            {Math.round(Math.abs(told.shift))} mired {told.shift > 0 ? 'warmer' : 'cooler'} than the setting.
          </Spoken>
          <Push onPress={() => onKeep(told.kelvin, told.duv)}>Keep it as the ambient</Push>
          {onSet && (
            <Push onPress={() => onSet(Math.round(told.kelvin / 100) * 100, told.tint)}>
              Set the camera to it
            </Push>
          )}
        </Line>
      )}
    </section>
  )
}
