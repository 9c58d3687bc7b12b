import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Link } from 'react-router'
import styled from 'styled-components'
import { client, need, words } from '../api/client'
import { kitQuery, learntQuery } from '../api/queries'
import type { Correction, LearntPut } from '../api/types'
import { useNotice } from '../ui/Notices'
import { PageHead } from '../ui/PageHead'
import { Push } from '../ui/Push'
import { Trouble } from '../ui/Trouble'
import { useTitle } from '../ui/useTitle'
import { Spoken } from '../ui/voice'
import { Corrections } from './Corrections'
import { Residuals } from './Residuals'
import { SessionFrames } from './SessionFrames'

const Page = styled.div`
  max-width: 1180px;
  margin: 0 auto;
  padding: 12px 20px 60px;
  .said {
    font-size: 17px;
    padding-bottom: 10px;
  }
  h2 {
    font-size: 16px;
    padding: 20px 0 6px;
  }
  .together li {
    padding: 3px 0;
  }
  .quiet {
    font-size: 13px;
    color: ${({ theme }) => theme.quiet};
  }
  @media (max-width: 760px) {
    padding: 8px 12px 60px;
  }
`

/** What the takes teach about the kit: offered, applied by the person, taken back. */
export default function LearntPage() {
  useTitle('Learnt')
  const queries = useQueryClient()
  const notice = useNotice()
  const told = useQuery(learntQuery)
  const put = useMutation({
    mutationFn: (corrections: LearntPut[]) => need(client.PUT('/api/learnt', { body: { corrections } })),
    onSuccess: () =>
      Promise.all([queries.invalidateQueries(learntQuery), queries.invalidateQueries(kitQuery)]),
  })
  const apply = async (corrections: LearntPut[], name: string) => {
    const before = await put.mutateAsync(corrections)
    const gone = corrections.every((one) => one.learnt === null)
    notice(gone ? `${name} counts as it is said again.` : `${name} counts as the takes taught.`, {
      label: 'Undo',
      run: () => put.mutate(before.corrections),
    })
  }
  const press = (correction: Correction) =>
    void apply([{ of: correction.of, learnt: correction.learnt }], correction.name).catch(() => undefined)
  const takeBack = (correction: Correction) =>
    void apply([{ of: correction.of, learnt: null }], correction.name).catch(() => undefined)
  const learning = told.data?.learning
  const offered = learning?.corrections.filter((one) => one.offer === 'apply') ?? []
  const trouble = told.error ?? put.error
  return (
    <>
      <PageHead>
        <h1>What the takes teach</h1>
        <Link to="/kit">Kit</Link>
      </PageHead>
      <Page>
        {trouble && <Trouble>{words(trouble)}</Trouble>}
        {told.isPending && <Spoken>Adding up the takes …</Spoken>}
        {learning && <p className="said">{learning.headline}</p>}
        {learning && learning.corrections.length > 0 && (
          <>
            <Corrections
              corrections={learning.corrections}
              busy={put.isPending}
              onApply={press}
              onTakeBack={takeBack}
            />
            {offered.length > 1 && (
              <p>
                <Push
                  isDisabled={put.isPending}
                  onPress={() =>
                    void apply(
                      offered.map(({ of, learnt }) => ({ of, learnt })),
                      `What ${offered.length} corrections are of`,
                    ).catch(() => undefined)
                  }
                >
                  Apply all {offered.length} that are sure enough
                </Push>
              </p>
            )}
            <p className="quiet">
              Nothing of this counts before it is applied. Then plans, pictures and the errors beside every
              number go by it, and each number says so. Setups that go by what a frame told move with their
              body and lens.
            </p>
          </>
        )}
        {learning && learning.together.length > 0 && (
          <>
            <h2>Known only together</h2>
            <ul className="together">
              {learning.together.map((sum) => (
                <li key={sum.text}>{sum.text}</li>
              ))}
            </ul>
          </>
        )}
        {learning && learning.residuals.length > 0 && (
          <>
            <h2>How far each patch was off</h2>
            <Residuals residuals={learning.residuals} />
          </>
        )}
        {told.data && told.data.session.length > 0 && (
          <>
            <h2>Frames that would tell most about this kit</h2>
            <SessionFrames frames={told.data.session} />
          </>
        )}
      </Page>
    </>
  )
}
