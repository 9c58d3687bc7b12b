import styled from 'styled-components'
import type { OverDistance as Told } from '../api/types'
import { PlotFigure } from '../kit/PlotFigure'
import { Push } from '../ui/Push'

const Shown = styled.section`
  display: grid;
  grid-template-columns: minmax(0, 460px) minmax(0, 1fr);
  gap: 4px 24px;
  align-items: center;
  padding: 8px 0 12px;
  border-bottom: 1px solid ${({ theme }) => theme.line};
  @media (max-width: 760px) {
    grid-template-columns: 1fr;
  }
`

/** What a light gives over the distance it was moved through, planned and as the takes measured it. */
export function OverDistance({ told, onDone }: { told: Told; onDone: () => void }) {
  return (
    <Shown aria-label="Over the distance">
      <PlotFigure plot={told.plot} high={180} />
      <div>
        <p data-over-distance>{told.text}</p>
        <p>
          <Push onPress={onDone}>Close the curve</Push>
        </p>
      </div>
    </Shown>
  )
}
