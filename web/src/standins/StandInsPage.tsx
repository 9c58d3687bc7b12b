import { useQuery } from '@tanstack/react-query'
import { Link, useParams } from 'react-router'
import styled from 'styled-components'
import { standInsQuery } from '../api/queries'
import { useBench } from '../bench/useBench'
import { Keeping, SaveWords } from '../ui/Keeping'
import { Push } from '../ui/Push'
import { useTitle } from '../ui/useTitle'
import { Spoken } from '../ui/voice'
import { CameraSection } from './CameraSection'
import { FlashSection } from './FlashSection'
import { MeterSection } from './MeterSection'

const Page = styled.div`
  padding: 12px 20px 60px;
  header {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: 4px 16px;
    padding-bottom: 8px;
  }
  h1 {
    font-size: 22px;
    font-weight: 650;
    font-stretch: 84%;
  }
  .columns {
    display: grid;
    grid-template-columns: minmax(260px, 1fr) minmax(260px, 1fr) minmax(320px, 1.6fr);
    gap: 12px 32px;
    align-items: start;
  }
  section {
    border-top: 2px solid ${({ theme }) => theme.ink};
    padding-top: 8px;
  }
  h2 {
    font-size: 17px;
    font-weight: 650;
  }
  h3 {
    font-size: 15px;
    font-weight: 600;
  }
  section p {
    padding: 3px 0;
    line-height: 1.5;
  }
  .row {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
  }
  .shows {
    font-size: 30px;
    font-weight: 650;
    font-variant-numeric: tabular-nums;
    line-height: 1.2;
  }
  .quiet {
    font-size: 13px;
    color: ${({ theme }) => theme.quiet};
  }
  .path {
    overflow-wrap: anywhere;
  }
  .flash {
    border-top: 1px solid ${({ theme }) => theme.line};
    padding: 6px 0;
  }
  @media (max-width: 1000px) {
    .columns {
      grid-template-columns: minmax(0, 1fr);
    }
  }
  @media (max-width: 760px) {
    padding: 8px 12px 40px;
  }
`

/** Devices to try a setup with where none is at hand. */
export default function StandInsPage() {
  const { id = '' } = useParams()
  return <StandIns key={id} id={id} />
}

function StandIns({ id }: { id: string }) {
  const bench = useBench(id)
  const there = useQuery(standInsQuery)
  const { draft } = bench
  useTitle(draft ? `Stand-ins for ${draft.name}` : 'Stand-ins')
  if (bench.missing) {
    return (
      <Spoken as={Page}>
        This setup is not there any more. <Link to="/">Go to the jobs.</Link>
      </Spoken>
    )
  }
  if (there.data && !there.data.there) {
    return (
      <Page>
        <h1>Stand-ins</h1>
        <p>
          There are none here. Start the program with <code>--stand-ins</code> to have a light meter, a camera
          and a flash receiver to try it with.
        </p>
      </Page>
    )
  }
  if (!draft || !there.data) {
    return (
      <Spoken as={Page}>
        {bench.trouble ?? 'Unpacking …'}{' '}
        {bench.trouble && <Push onPress={() => void bench.reload()}>Try again</Push>}
      </Spoken>
    )
  }
  const saved = bench.save === 'saved'
  return (
    <Page>
      <header>
        <h1>Stand-ins for {draft.name}</h1>
        <Link to={`/setups/${id}`}>Back to the bench</Link>
        <SaveWords save={bench.save} />
        <Push onPress={() => void bench.undo()} isDisabled={saved && !bench.kept?.history.undo}>
          Undo
        </Push>
      </header>
      <Keeping state={bench} by={bench} />
      <div className="columns">
        <MeterSection id={id} setup={draft} bench={bench} />
        <FlashSection id={id} saved={saved} />
        <CameraSection id={id} saved={saved} folder={there.data.folder ?? ''} />
      </div>
    </Page>
  )
}
