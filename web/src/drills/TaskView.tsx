import { useInfiniteQuery, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import styled from 'styled-components'
import { words } from '../api/client'
import { jobsQuery } from '../api/queries'
import { LiveChoice } from '../ui/LiveChoice'
import { Push } from '../ui/Push'
import { Trouble } from '../ui/Trouble'
import { Spoken } from '../ui/voice'
import { taskQuery } from './drillsQuery'
import { drawTask, putTask } from './task'

const Plate = styled.section`
  border-left: 7px solid ${({ theme }) => theme.ink};
  padding: 0 0 4px 14px;
  margin-bottom: 16px;
  .ask {
    font-size: 21px;
    line-height: 1.3;
    max-width: 40em;
  }
  p {
    padding: 4px 0;
    line-height: 1.6;
  }
  .does {
    display: flex;
    flex-wrap: wrap;
    gap: 10px 18px;
    align-items: center;
  }
`

/** A task at hand: what to take outside, and where its frame is judged. */
export function TaskView({ seed }: { seed: number }) {
  const task = useQuery(taskQuery(seed))
  const jobs = useInfiniteQuery(jobsQuery(''))
  const setups = (jobs.data?.pages ?? [])
    .flatMap((page) => page.jobs)
    .flatMap((job) => job.setups.map(({ id, name }) => ({ id, name: `${name} (${job.job.name})` })))
  const [chosen, setChosen] = useState<string | null>(null)
  const setup = chosen ?? setups[0]?.id
  if (task.error) return <Trouble>{words(task.error)}</Trouble>
  if (!task.data) return <Spoken>Drawing a task …</Spoken>
  return (
    <Plate aria-label="Task" data-task={seed}>
      <p className="ask">{task.data.text}</p>
      <p>
        Take it outside, with your own camera. When you are back, open its frame in Judge and mark{' '}
        {task.data.marks}. The task waits there, and tells you whether it is done.
      </p>
      {setup !== undefined && (
        <p>
          The frame is kept among the takes of{' '}
          <LiveChoice label="Setup it is judged in" value={setup} choices={setups} onChoose={setChosen} />.
        </p>
      )}
      <p className="does">
        {setup !== undefined && <Link to={`/setups/${setup}/judge`}>Judge its frame</Link>}
        <Push onPress={drawTask}>Another task</Push>
        <Push onPress={() => putTask(null)}>Put it away</Push>
      </p>
    </Plate>
  )
}
