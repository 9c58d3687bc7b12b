import { Spoken } from '../../ui/voice'
import { useQuery } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { Link, useParams } from 'react-router'
import styled from 'styled-components'
import { client, need, words } from '../../api/client'
import { jobQuery } from '../../api/queries'
import { useUnits } from '../../ui/Distance'
import { useTitle } from '../../ui/useTitle'
import { Trouble } from '../../ui/Trouble'
import { Push } from '../../ui/Push'
import { savePng, saveSvg } from './download'
import { paperScale, SheetDrawing } from './SheetDrawing'

const Page = styled.div`
  padding: 12px 20px 40px;
  .tools {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px;
    padding-bottom: 10px;
  }
  h1 {
    font-size: 20px;
    font-stretch: 88%;
  }
  .paper {
    overflow-x: auto;
    width: fit-content;
    max-width: 100%;
    background: #fff;
    border: 1px solid ${({ theme }) => theme.engraved};
    padding: 10mm;
  }
  .paper > svg {
    display: block;
  }
  @page {
    size: A4 landscape;
    margin: 10mm;
  }
  @media print {
    padding: 0;
    .tools {
      display: none;
    }
    .paper {
      border: 0;
      padding: 0;
      overflow: visible;
    }
  }
`

/** The set on one sheet, to scale, to print or to send. */
export default function SheetPage() {
  const { id = '' } = useParams()
  const units = useUnits()
  const paper = useRef<HTMLDivElement>(null)
  const [trouble, setTrouble] = useState<string | null>(null)
  const sheet = useQuery({
    queryKey: ['sheet', id],
    gcTime: 0,
    queryFn: async () => {
      const kept = await need(client.GET('/api/setups/{id}', { params: { path: { id } } }))
      const body = { setup: kept.setup, change: null, solve: false, chosen: null, ratio: 1.15 }
      return { kept, ...(await need(client.POST('/api/layout', { body }))) }
    },
  })
  useTitle(sheet.data && `Sheet of ${sheet.data.kept.setup.name}`)
  const jobName = useQuery(jobQuery(sheet.data?.kept.job_id ?? '')).data?.job.name ?? ''
  if (sheet.error) {
    return (
      <Page>
        <Trouble>{words(sheet.error)}</Trouble> <Link to={`/setups/${id}/set`}>Back to the set</Link>
      </Page>
    )
  }
  if (!sheet.data) {
    return (
      <Page>
        <Spoken>Drawing the sheet …</Spoken>
      </Page>
    )
  }
  const { setup, layout, assessment } = sheet.data
  const job = jobName
  const file = `${job} ${setup.name}`
    .toLowerCase()
    .replaceAll(/[^a-z0-9]+/g, '-')
    .replaceAll(/^-|-$/g, '')
  const drawn = () => paper.current?.querySelector('svg')
  const png = async () => {
    setTrouble(null)
    const svg = drawn()
    try {
      if (svg) await savePng(svg, file)
    } catch {
      setTrouble('The picture could not be drawn here. The SVG holds the same.')
    }
  }
  return (
    <Page>
      <div className="tools">
        <h1>Set of {setup.name}</h1>
        <Link to={`/setups/${id}/set`}>Back to the set</Link>
        <Push onPress={() => drawn() && saveSvg(drawn()!, file)}>Save as SVG</Push>
        <Push onPress={() => void png()}>Save as PNG</Push>
        <Push onPress={() => window.print()}>Print</Push>
        <span>
          1 : {paperScale(layout)} on A4, landscape, printed at its own size. Black alone tells everything.
        </span>
      </div>
      {trouble && <Trouble>{trouble}</Trouble>}
      <div className="paper" ref={paper} tabIndex={0} role="region" aria-label="The sheet">
        <SheetDrawing
          name={setup.name}
          job={job}
          setup={setup}
          layout={layout}
          assessment={assessment}
          units={units}
        />
      </div>
    </Page>
  )
}
