import { useQuery } from '@tanstack/react-query'
import { Link, useParams } from 'react-router'
import styled from 'styled-components'
import { words } from '../api/client'
import type { Gesture } from '../api/types'
import { Push } from '../ui/Push'
import { PageHead } from '../ui/PageHead'
import { Trouble } from '../ui/Trouble'
import { useTitle } from '../ui/useTitle'
import { Spoken } from '../ui/voice'
import { Frames, Swatches } from './Asked'
import { Circle } from './Circle'
import { sheetQuery } from './drillsQuery'

const Head = styled(PageHead)`
  @media print {
    display: none;
  }
`
const Page = styled.div`
  max-width: 900px;
  margin: 0 auto;
  padding: 8px 20px 40px;
  ol {
    padding-left: 1.6em;
  }
  li {
    break-inside: avoid;
    padding: 8px 0 14px;
    border-bottom: 1px solid ${({ theme }) => theme.line};
  }
  figure {
    max-width: 240px;
  }
  svg {
    max-width: 190px;
  }
  .answer {
    border-bottom: 1px solid ${({ theme }) => theme.ink};
    display: inline-block;
    min-width: 9em;
  }
  .key {
    break-before: page;
  }
  @media print {
    padding: 0;
  }
`

/** What is written down on paper in the place of a gesture. */
const written = (gesture: Gesture) => {
  switch (gesture.by) {
    case 'stops':
      return `${gesture.what}, in stops from ${gesture.zero}:`
    case 'dial':
      return `${gesture.name}:`
    case 'rule':
      return 'Kelvin:'
    case 'turn':
      return 'Degrees to the left or right:'
    case 'choice':
      return `${gesture.options.join(', ')}:`
  }
}

/** Ten rounds for paper, with their key on a page of its own. */
export default function SheetPage() {
  useTitle('A sheet of drills')
  const seed = Number(useParams().seed) || 1
  const sheet = useQuery(sheetQuery(seed))
  return (
    <>
      <Head>
        <h1>A sheet of drills</h1>
        <Link to="/drills">Drills</Link>
        <span className="end">
          <Link to={`/drills/sheet/${seed + 1}`}>Another sheet</Link>{' '}
          <Push onPress={() => window.print()}>Print</Push>
        </span>
      </Head>
      <Page>
        {sheet.isPending && <Spoken>Drawing the rounds …</Spoken>}
        {sheet.error && <Trouble>{words(sheet.error)}</Trouble>}
        {sheet.data && (
          <>
            <ol>
              {sheet.data.rounds.map((round) => (
                <li key={`${round.kind}-${round.seed}`}>
                  {round.ask}
                  {round.frames.length > 0 && <Frames frames={round.frames} shape={round.shape} />}
                  {round.swatches.length > 0 && <Swatches swatches={round.swatches} />}
                  {round.gesture.by === 'turn' && round.pane != null && (
                    <Circle degrees={0} truth={null} pane={round.pane} />
                  )}
                  <p>
                    {written(round.gesture)} <span className="answer">&nbsp;</span>
                  </p>
                </li>
              ))}
            </ol>
            <h2 className="key">Key to sheet {seed}</h2>
            <ol>
              {sheet.data.key.map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ol>
          </>
        )}
      </Page>
    </>
  )
}
