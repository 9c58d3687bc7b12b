import { useQuery } from '@tanstack/react-query'
import { NavLink, useParams } from 'react-router'
import styled from 'styled-components'
import { setupQuery } from '../api/queries'
import { Push } from '../ui/Push'
import { Trouble } from '../ui/Trouble'
import { useTitle } from '../ui/useTitle'
import { Spoken } from '../ui/voice'
import { ApproachSeen, BindsSeen, JudgeSeen, LadderSeen, MiredSeen } from './Examples'
import { type Idea, ideas } from './ideas'
import { Levels } from './Levels'
import { SAMPLE, useSample } from './sample'
import { useTour } from './tour'

const Page = styled.div`
  max-width: 1240px;
  margin: 0 auto;
  padding: 14px 20px 60px;
  display: grid;
  grid-template-columns: 210px minmax(0, 1fr);
  gap: 8px 36px;
  h1 {
    font-size: 24px;
    font-weight: 650;
    font-stretch: 84%;
  }
  h2 {
    font-size: 23px;
    font-stretch: 88%;
    font-weight: 650;
  }
  h3 {
    font-size: 16px;
    padding-top: 14px;
  }
  nav ol {
    padding: 8px 0 0 22px;
  }
  nav li {
    padding: 2px 0;
  }
  nav a {
    display: inline-block;
    padding: 6px 4px;
  }
  nav a[aria-current] {
    font-weight: 700;
  }
  article p {
    font-size: 17px;
    line-height: 1.45;
    max-width: 42em;
    padding: 5px 0;
  }
  article ul {
    padding-left: 20px;
    list-style: disc;
  }
  article li {
    padding: 3px 0;
  }
  .live {
    border-left: 7px solid ${({ theme }) => theme.ink};
    padding: 2px 0 6px 14px;
    margin-top: 10px;
  }
  .does {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
  }
  .sources {
    color: ${({ theme }) => theme.quiet};
    font-size: 14px;
  }
  @media (max-width: 760px) {
    grid-template-columns: minmax(0, 1fr);
    padding: 8px 12px 40px;
    nav ol {
      display: flex;
      flex-wrap: wrap;
      gap: 0 14px;
      list-style: none;
      padding-left: 0;
    }
  }
`

function Example({ idea }: { idea: Idea }) {
  const kept = useQuery(setupQuery(SAMPLE.setup))
  const { bring, trouble } = useSample()
  if (idea.id === 'mired') return <MiredSeen />
  if (kept.isPending) return <Spoken>Fetching the sample …</Spoken>
  if (!kept.data)
    return (
      <>
        <p>The example is of the sample job, which is not in this studio.</p>
        <Push onPress={() => bring.mutate()} isDisabled={bring.isPending}>
          Bring the sample job in
        </Push>
        {trouble && <Trouble>{trouble}</Trouble>}
      </>
    )
  const { setup } = kept.data
  const where = { id: SAMPLE.setup, job: SAMPLE.job }
  switch (idea.id) {
    case 'stops':
      return <Levels setup={setup} />
    case 'picture':
      return <Levels setup={setup} pictured />
    case 'approaches':
      return <ApproachSeen setup={setup} />
    case 'binds':
      return <BindsSeen setup={setup} />
    case 'ladder':
      return <LadderSeen {...where} />
    case 'judging':
      return <JudgeSeen {...where} />
  }
}

/** What the program is built on, idea by idea, each with an example that can be turned, and where its rules come from. */
export default function GuidePage() {
  const { idea: asked } = useParams()
  const idea = ideas.find(({ id }) => id === asked) ?? ideas[0]!
  const next = ideas[ideas.indexOf(idea) + 1]
  const { begin } = useTour()
  useTitle(`Guide: ${idea.name}`)
  return (
    <Page>
      <nav aria-label="Ideas">
        <h1>Guide</h1>
        <ol>
          {ideas.map((one) => (
            <li key={one.id}>
              <NavLink to={`/guide/${one.id}`} aria-current={one.id === idea.id ? 'page' : undefined}>
                {one.name}
              </NavLink>
            </li>
          ))}
        </ol>
        <p>
          <Push onPress={begin}>Tour of the program</Push>
        </p>
      </nav>
      <article aria-label={idea.name} data-idea={idea.id}>
        <h2>{idea.name}</h2>
        {idea.says.map((text) => (
          <p key={text}>{text}</p>
        ))}
        <h3>{idea.id === 'mired' ? 'Try it' : 'Try it on the sample job; nothing of it is kept'}</h3>
        <div className="live" key={idea.id}>
          <Example idea={idea} />
        </div>
        <h3>Where this comes from</h3>
        <ul className="sources">
          {idea.sources.map((source) => (
            <li key={source}>{source}</li>
          ))}
        </ul>
        {next && (
          <p>
            <NavLink to={`/guide/${next.id}`}>Next: {next.name}</NavLink>
          </p>
        )}
      </article>
    </Page>
  )
}
