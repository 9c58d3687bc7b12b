import { unanswered } from '../api/patience'

/** Lines and whether they are to be ticked. */
export type Ticks = Record<string, boolean>

type Ways = {
  /** Where what is not kept yet is put down; nothing there yet, null. */
  read: () => string | null
  write: (text: string | null) => void
  /** Tells the studio; gives every line that is ticked there then. */
  tell: (ticks: Ticks) => Promise<readonly string[]>
  /** Something changed that is to be shown. */
  onChange: (told: readonly string[] | null) => void
  /** Has it tried again after a while; calls that off. */
  later: (again: () => void) => () => void
}

/** Ticks on their way to the studio: a phone out of its reach keeps them itself until it answers. */
export class Ticking {
  private pending: Ticks = {}
  private sending = false
  private callOff: () => void = () => undefined

  constructor(private readonly ways: Ways) {
    try {
      this.pending = JSON.parse(ways.read() ?? '{}') as Ticks
    } catch {
      this.pending = {}
    }
  }

  /** Whether a line is ticked, given what the studio has. */
  has(line: string, kept: ReadonlySet<string>): boolean {
    return this.pending[line] ?? kept.has(line)
  }

  put(changes: Ticks): void {
    this.keep({ ...this.pending, ...changes })
    this.ways.onChange(null)
    void this.send()
  }

  /** Tells the studio what it does not know yet. */
  async send(): Promise<void> {
    const changes = { ...this.pending }
    if (this.sending || Object.keys(changes).length === 0) return
    this.sending = true
    this.callOff()
    let told: readonly string[] | null = null
    try {
      told = await this.ways.tell(changes)
    } catch (error) {
      this.sending = false
      if (unanswered(error)) {
        this.callOff = this.ways.later(() => void this.send())
        return
      }
    }
    this.sending = false
    // What was ticked once more meanwhile is still to be told.
    const left = Object.entries(this.pending).filter(([line, ticked]) => changes[line] !== ticked)
    this.keep(Object.fromEntries(left))
    this.ways.onChange(told)
    void this.send()
  }

  stop(): void {
    this.callOff()
  }

  private keep(pending: Ticks) {
    this.pending = pending
    this.ways.write(Object.keys(pending).length === 0 ? null : JSON.stringify(pending))
  }
}
