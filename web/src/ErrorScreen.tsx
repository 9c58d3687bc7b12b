import styled from 'styled-components'
import { MainPush } from './ui/Push'
import { Spoken } from './ui/voice'

const Screen = styled.div`
  max-width: 620px;
  margin: 0 auto;
  padding: 60px 20px;
  display: grid;
  gap: 14px;
  justify-items: start;
  h1 {
    font-size: 24px;
  }
`

/** A part of the program that is not there any more: it was brought up to date while this page was open. */
const isChunk = (error: unknown) =>
  error instanceof Error && /dynamically imported module|module script|Loading chunk/i.test(error.message)

/** What shows when a screen fails: what happened, that nothing is lost, and the way on. */
export function ErrorScreen({ error }: { error: unknown }) {
  const reload = async () => {
    // Where that part was never fetched there is nothing to keep.
    const sessions = await import('./session/useSession').catch(() => null)
    await Promise.all((sessions?.openSessions() ?? []).map((session) => session.flush()))
    window.location.reload()
  }
  return (
    <Spoken as={Screen}>
      <h1>{isChunk(error) ? 'Tolva was brought up to date' : 'This screen failed'}</h1>
      <p>
        {isChunk(error)
          ? 'This page is of the version before. Load it again to go on.'
          : 'Something here does not work as it should. Load the page again to go on.'}{' '}
        What you entered is kept.
      </p>
      <MainPush onPress={() => void reload()}>Load it again</MainPush>
      <a href="/">Jobs</a>
    </Spoken>
  )
}
