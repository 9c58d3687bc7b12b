import { useCallback } from 'react'
import type { Brief, CardLine, JobSummary, OnList } from '../api/types'
import { useJob } from '../jobs/useJob'
import { Keeping } from '../ui/Keeping'
import { useNotice } from '../ui/Notices'
import { JobSheet, type SheetProps } from './JobSheet'
import { AddLine, DropLine } from './OwnLines'

/** A job's card whose own lines are added and taken off where they are read. */
export function OwnSheet({ job, ...sheet }: SheetProps & { job: JobSummary }) {
  const { draft, edit, session, ...state } = useJob(job)
  const say = useNotice()
  const put = useCallback((lines: Brief['lines']) => edit({ lines }), [edit])
  const end = (line: CardLine) => {
    const own = draft.lines.find(({ id }) => line.key === `own-${id}`)
    if (!own) return null
    const drop = () => {
      const others = (lines: Brief['lines']) => lines.filter(({ id }) => id !== own.id)
      session.edit((now) => ({ ...now, lines: others(now.lines) }))
      // Beside what was added meanwhile.
      const back = () => session.edit((now) => ({ ...now, lines: [...others(now.lines), own] }))
      say(`“${own.text}” is off the list.`, { label: 'Put it back', run: () => void back() })
    }
    return <DropLine text={own.text} onDrop={drop} />
  }
  const add = (on: OnList, label: string) => <AddLine on={on} label={label} lines={draft.lines} onPut={put} />
  return (
    <>
      <Keeping state={state} by={session} />
      <JobSheet {...sheet} own={{ end, add }} />
    </>
  )
}
