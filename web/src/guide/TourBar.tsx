import { useQuery } from '@tanstack/react-query'
import styled from 'styled-components'
import { setupQuery } from '../api/queries'
import { MainPush, Push } from '../ui/Push'
import { Trouble } from '../ui/Trouble'
import { Spoken } from '../ui/voice'
import { SAMPLE, useSample } from './sample'
import { stopsOfTour, useTour } from './tour'

const Bar = styled.aside`
  position: sticky;
  bottom: 0;
  z-index: 8;
  background: ${({ theme }) => theme.plate};
  border-top: 3px solid ${({ theme }) => theme.ink};
  padding: 8px 20px 10px;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
  align-items: center;
  p {
    flex: 1 1 320px;
    max-width: 60em;
    line-height: 1.35;
  }
  .does {
    display: flex;
    gap: 8px;
  }
  /* Over the bar for the thumb, where a screen has one. */
  @media (max-width: 760px) {
    bottom: 62px;
    z-index: 20;
    padding: 6px 12px 8px;
    p {
      flex-basis: 100%;
      font-size: 14px;
    }
  }
`

/** Where one is on the tour of the program, with the way on and out. */
export default function TourBar() {
  const { stop, go, leave } = useTour()
  const { bring, trouble } = useSample()
  const sample = useQuery(setupQuery(SAMPLE.setup))
  const here = stop === null ? undefined : stopsOfTour[stop]
  if (stop === null || !here) return null
  const last = stop === stopsOfTour.length - 1
  return (
    <Bar aria-label="Tour" data-tour={stop + 1}>
      <Spoken as="p">
        <b>
          {stop + 1} of {stopsOfTour.length}, {here.name}.
        </b>{' '}
        {here.says}
      </Spoken>
      <span className="does">
        {sample.isError && (
          <Push onPress={() => bring.mutate()} isDisabled={bring.isPending}>
            Bring the sample job in
          </Push>
        )}
        {trouble && <Trouble>{trouble}</Trouble>}
        {stop > 0 && <Push onPress={() => go(stop - 1)}>Back</Push>}
        <MainPush onPress={() => go(stop + 1)}>{last ? 'Done' : 'Next stop'}</MainPush>
        {!last && <Push onPress={leave}>Leave the tour</Push>}
      </span>
    </Bar>
  )
}
