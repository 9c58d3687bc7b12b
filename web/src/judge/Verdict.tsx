import { useQuery } from '@tanstack/react-query'
import styled from 'styled-components'
import { client, need, words } from '../api/client'
import type { Mended, Setup, TakeTold } from '../api/types'
import { useNotice } from '../ui/Notices'
import { MainPush, Push } from '../ui/Push'
import { Trouble } from '../ui/Trouble'
import { Spoken } from '../ui/voice'
import { stopsLabel } from '../words/stops'
import { CalledSo } from './CalledSo'
import { VerdictScale } from './VerdictScale'

const Told = styled.section`
  h2 {
    font-size: 21px;
    font-weight: 650;
    line-height: 1.25;
    padding-bottom: 4px;
  }
  .turn {
    font-size: 17px;
    font-weight: 600;
    line-height: 1.35;
    padding: 6px 0 2px;
  }
  ul {
    list-style: none;
    padding: 6px 0 0;
    li {
      padding: 3px 0;
      line-height: 1.4;
    }
  }
  .noted li {
    border-left: 3px solid ${({ theme }) => theme.engraved};
    padding-left: 9px;
    margin: 4px 0;
  }
`

type Props = {
  told: TakeTold
  without: string | null
  /** The plan as it stands: another one is mended anew. */
  version: number | undefined
  saved: boolean
  onPut: (setup: Setup) => void
  onUndo: () => void
}

/** What a frame says, and the one press that puts what to turn into the plan. */
export function Verdict({ told, without, version, saved, onPut, onUndo }: Props) {
  const notice = useNotice()
  const { id } = told.kept
  const { verdict } = told
  const { planned } = told.kept.take
  const judged = verdict.patches.some((patch) => !patch.cannot)
  const mended = useQuery({
    queryKey: ['mended', id, without, told.kept.version, version ?? 0],
    queryFn: () =>
      need<Mended>(
        client.POST('/api/takes/{id}/mended', {
          params: { path: { id }, query: without ? { without } : {} },
        }),
      ),
    enabled: judged && saved,
    retry: false,
  })
  const put = ({ setup, text }: Mended) => {
    onPut(setup)
    notice(`In the plan: ${text}`, { label: 'Take it back', run: onUndo })
  }
  const difference = verdict.face_over_background
  return (
    <Told aria-label="Verdict">
      <Spoken as="h2">{verdict.headline}</Spoken>
      {judged && (
        <div aria-label="What to turn" role="group">
          <p className="turn">{mended.data?.text ?? (mended.isError ? '' : 'Working out what to turn …')}</p>
          {mended.isError && <Trouble>{words(mended.error)}</Trouble>}
          {mended.data && (
            <>
              <p>{mended.data.then}</p>
              <p>
                {mended.data.turns.length > 0 ? (
                  <MainPush onPress={() => put(mended.data)} isDisabled={!saved}>
                    Put it into the plan
                  </MainPush>
                ) : (
                  <Push onPress={() => put(mended.data)} isDisabled={!saved}>
                    Keep it as readings
                  </Push>
                )}
              </p>
            </>
          )}
        </div>
      )}
      {verdict.patches.length > 0 && <VerdictScale patches={verdict.patches} />}
      <ul>
        {verdict.patches.map((patch) => (
          <li key={patch.patch}>{patch.sentence}</li>
        ))}
        {difference != null && verdict.face_over_background_wanted != null && (
          <li>
            Face over background: {stopsLabel(difference)}, wanted{' '}
            {stopsLabel(verdict.face_over_background_wanted)}.
          </li>
        )}
        {verdict.grey && (
          <li>
            The grey card says {verdict.grey.kelvin} K, tint {verdict.grey.tint}; the plan has{' '}
            {planned.kelvin} K, tint {planned.tint}.
          </li>
        )}
        {verdict.sharp && <li data-sharp={verdict.sharp.sharp.is}>{verdict.sharp.text}</li>}
        {verdict.panels && <li>{verdict.panels.text}</li>}
      </ul>
      <ul className="noted">
        {verdict.noted.map((said) => (
          <li key={said.text}>
            {said.text}
            {said.noted.what === 'body_unknown' && <CalledSo of={planned.body} called={said.noted.called} />}
            {said.noted.what === 'lens_unknown' && <CalledSo of={planned.lens} called={said.noted.called} />}
          </li>
        ))}
      </ul>
    </Told>
  )
}
