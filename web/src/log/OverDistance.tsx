import type { OverDistance as Told } from '../api/types'
import { PlotFigure } from '../kit/PlotFigure'
import { Push } from '../ui/Push'
import { BesideFigure } from './BesideFigure'

/** What a light gives over the distance it was moved through, planned and as the takes measured it. */
export function OverDistance({ told, onDone }: { told: Told; onDone: () => void }) {
  return (
    <BesideFigure aria-label="Over the distance">
      <PlotFigure plot={told.plot} high={180} />
      <div>
        <p data-over-distance>{told.text}</p>
        <p className="act">
          <Push onPress={onDone}>Close the curve</Push>
        </p>
      </div>
    </BesideFigure>
  )
}
