import { useQuery } from '@tanstack/react-query'
import styled from 'styled-components'
import { client, need, words } from '../api/client'
import { Trouble } from '../ui/Trouble'
import { Spoken } from '../ui/voice'

const Held = styled.figure`
  grid-column: 1 / -1;
  .two {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 16px;
  }
  img {
    display: block;
    width: 100%;
    max-height: 46vh;
    object-fit: contain;
    background: #767676;
  }
  @media (max-width: 760px) {
    .two {
      grid-template-columns: minmax(0, 1fr);
    }
  }
`

/** The one frame taken from the other: what changed alone, and how much of each place's light it is. */
export function TakenApart({ id, without }: { id: string; without: string }) {
  const found = useQuery({
    queryKey: ['take', id, 'apart', without],
    queryFn: () =>
      need(client.GET('/api/takes/{id}/apart', { params: { path: { id }, query: { without } } })),
    staleTime: Infinity,
    gcTime: 60_000,
    retry: false,
  })
  if (found.isError) return <Trouble>{words(found.error)}</Trouble>
  if (!found.data) return <Spoken>Taking the two frames apart …</Spoken>
  return (
    <Held data-apart>
      <div className="two">
        <div>
          <img src={found.data.alone} alt="What changed between the two frames, alone" />
          <p className="quiet">Alone.</p>
        </div>
        <div>
          <img src={found.data.map} alt="How much of each place’s light that is" />
          <p className="quiet">Its share: white where it is all the light, black where it is none.</p>
        </div>
      </div>
      <figcaption>{found.data.text}</figcaption>
    </Held>
  )
}
