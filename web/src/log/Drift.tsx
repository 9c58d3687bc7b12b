import type { LogRow } from '../api/types'
import { OffMark } from './OffMark'
import { StopsField } from './StopsField'

/** How far each take was from its plan, in the order they were taken: face as a disc, background as a square. */
export function Drift({ takes }: { takes: readonly LogRow[] }) {
  const inOrder = [...takes].reverse()
  const off = (row: LogRow, patch: string) => {
    const found = row.levels.find((level) => level.patch === patch)
    return found?.level == null ? null : found.level - found.planned
  }
  return (
    <StopsField
      label="How far each take was from its plan, in stops"
      high={120}
      most={3}
      count={inOrder.length}
      caption="Measured less planned, in stops, the earliest at the left. Disc: face. Square: background."
    >
      {(x, y) =>
        inOrder.map((row, index) => {
          const [face, background] = [off(row, 'face'), off(row, 'background')]
          return <OffMark key={row.id} id={row.id} x={x(index)} y={y} face={face} background={background} />
        })
      }
    </StopsField>
  )
}
