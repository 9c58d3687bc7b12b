import { produce } from 'immer'
import styled from 'styled-components'
import type { Day } from '../api/types'
import { HorizonLines, PlaceLines } from './PlaceLines'
import { CloudLines, SkyLines } from './SkyLines'
import { SpotLines } from './SpotLines'
import type { DayState } from './useDay'

const Columns = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 18px 36px;
  .spot {
    border-bottom: 1px solid ${({ theme }) => theme.line};
    padding-bottom: 6px;
    margin-bottom: 8px;
  }
  section > p + p {
    margin-top: 4px;
  }
  @media (max-width: 900px) {
    grid-template-columns: 1fr;
  }
`

/** Where it is and what the sky does: told in sentences whose values are live. */
export function PlaceView({ state, day, seed }: { state: DayState; day: Day; seed: number }) {
  const { errors, edit } = state
  return (
    <Columns className="body">
      <div>
        <section aria-label="Place">
          <h2>Place</h2>
          <PlaceLines day={day} errors={errors} edit={edit} />
          <HorizonLines
            title="Skyline"
            points={day.place.horizon}
            at="/place/horizon"
            errors={errors}
            onPut={(horizon) => edit(produce((d) => void (d.place.horizon = horizon)))}
          />
        </section>
        <section aria-label="Sky and hours" style={{ paddingTop: 18 }}>
          <h2>Sky and hours</h2>
          <SkyLines day={day} errors={errors} edit={edit} />
          <CloudLines day={day} errors={errors} edit={edit} seed={seed} />
        </section>
      </div>
      <section aria-label="Spots">
        <h2>Spots</h2>
        <SpotLines day={day} errors={errors} edit={edit} />
      </section>
    </Columns>
  )
}
