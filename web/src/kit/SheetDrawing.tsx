import { keepPreviousData, useQuery } from '@tanstack/react-query'
import styled from 'styled-components'
import { client, need } from '../api/client'
import type { KitItem } from '../api/types'
import { BeamFigure } from './BeamFigure'
import { PlotFigure } from './PlotFigure'

const Drawn = styled.div`
  display: grid;
  gap: 10px;
  align-content: start;
  /* True colour stands against neutral grey. */
  .skins {
    display: flex;
    background: #7d7d7d;
    padding: 8px;
    gap: 8px;
    max-width: 460px;
    div {
      flex: 1;
      font-size: 12px;
    }
    i {
      display: block;
      height: 34px;
    }
    span {
      display: block;
      padding-top: 4px;
      color: #000;
    }
  }
`

/** What a thing does, drawn from what stands on its sheet now. */
export function SheetDrawing({ item }: { item: KitItem }) {
  const sheet = useQuery({
    queryKey: ['kit', 'sheet', item],
    queryFn: () => need(client.POST('/api/kit/sheet', { body: item })),
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: 60_000,
  }).data
  if (!sheet) return <Drawn aria-hidden />
  return (
    <Drawn>
      {sheet.learnt.map((told) => (
        <p key={told} data-learnt>
          {told}
        </p>
      ))}
      {sheet.beam && <BeamFigure beam={sheet.beam} />}
      {sheet.plots.map((plot) => (
        <PlotFigure key={plot.title} plot={plot} />
      ))}
      {sheet.swatches.length > 0 && (
        <div
          className="skins"
          role="img"
          aria-label="What it does to skin and to a grey card: above without it, below behind it"
        >
          {sheet.swatches.map((swatch) => (
            <div key={swatch.name}>
              <i style={{ background: swatch.plain }} />
              <i style={{ background: swatch.through }} />
              <span>{swatch.name}</span>
            </div>
          ))}
        </div>
      )}
    </Drawn>
  )
}
