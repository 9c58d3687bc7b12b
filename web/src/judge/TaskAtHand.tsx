import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import styled from 'styled-components'
import { client, need, words } from '../api/client'
import { drillsQuery, taskQuery, taskShownQuery } from '../drills/drillsQuery'
import { putTask, useTask } from '../drills/task'
import { useNotice } from '../ui/Notices'
import { Push } from '../ui/Push'
import { Trouble } from '../ui/Trouble'
import { Spoken } from '../ui/voice'

const Strip = styled.section`
  border-left: 7px solid ${({ theme }) => theme.warn};
  padding: 2px 0 6px 12px;
  margin-bottom: 10px;
  &.done {
    border-color: ${({ theme }) => theme.flash};
  }
  p {
    padding: 2px 0;
    line-height: 1.5;
  }
  .does {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
  }
`

type Props = { take?: { id: string; version: number } }

/** The task at hand, and what the take that is looked at shows of it; nothing without one. */
export function TaskAtHand(props: Props) {
  const seed = useTask()
  return seed === null ? null : <AtHand seed={seed} {...props} />
}

function AtHand({ seed, take }: Props & { seed: number }) {
  const notice = useNotice()
  const queries = useQueryClient()
  const task = useQuery(taskQuery(seed))
  const shown = useQuery({
    ...taskShownQuery(seed, take?.id ?? '', take?.version ?? 0),
    enabled: take !== undefined,
  })
  const count = useMutation({
    mutationFn: (id: string) => need(client.POST('/api/drills/task', { body: { seed, take: id } })),
    onSuccess: (told) => {
      putTask(null)
      notice(told.done ? 'Counted among your drills as done.' : 'Counted among your drills as tried.')
      return queries.invalidateQueries(drillsQuery)
    },
  })
  if (!task.data) return null
  const graded = take && shown.data
  const tells = graded && typeof graded.done === 'boolean'
  return (
    <Strip aria-label="Task from the drills" className={graded?.done ? 'done' : undefined} data-task={seed}>
      <p>
        Task: <b>{task.data.text}</b>
      </p>
      <Spoken as="p" data-shown>
        {graded ? graded.said : `Open its frame, and mark ${task.data.marks}.`}
      </Spoken>
      {(shown.error ?? count.error) && <Trouble>{words(shown.error ?? count.error)}</Trouble>}
      <p className="does">
        {take && tells && (
          <Push onPress={() => count.mutate(take.id)} isDisabled={count.isPending}>
            {graded.done ? 'Count it as done' : 'Count it as tried'}
          </Push>
        )}
        <Push onPress={() => putTask(null)}>Put the task away</Push>
      </p>
    </Strip>
  )
}
