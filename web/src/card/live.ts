/**
 * What a card does where scripts run: its clock, the ladder by it, and ticks that are kept under `key`; none are where the studio keeps
 * them. It goes into the file as it stands here, so it uses nothing that is not in it.
 */
export function live(root: HTMLElement, key: string | null): () => void {
  type Rung = { minute: number; clock: string; text: string; turns: [string, string][] }
  const asked = new URLSearchParams(location.search).get('at')
  const opened = Date.now()
  const meant = asked ? new Date(asked).getTime() : opened
  const begin = Number.isNaN(meant) ? opened : meant
  const now = () => new Date(begin + (Date.now() - opened))
  const two = (number: number) => String(number).padStart(2, '0')
  const span = (seconds: number) => {
    const minutes = Math.floor(seconds / 60)
    if (minutes >= 60) return `${Math.floor(minutes / 60)} h ${two(minutes % 60)} min`
    return `${minutes} min ${two(Math.floor(seconds % 60))} s`
  }
  const put = (element: Element | null, text: string) => {
    if (element && element.textContent !== text) element.textContent = text
  }
  // Paper has the plan: nobody reads it at the minute it was printed.
  let printing = false
  const tick = () => {
    const at = now()
    const date = `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}`
    const minute = at.getHours() * 60 + at.getMinutes() + at.getSeconds() / 60
    root.querySelectorAll<HTMLElement>('[data-ladder]').forEach((plate) => {
      const rungs = JSON.parse(plate.dataset.ladder ?? '[]') as Rung[]
      const until = Number(plate.dataset.until)
      const today = !printing && plate.dataset.date === date
      const current = today ? rungs.filter((rung) => rung.minute <= minute).length - 1 : -1
      const next = today ? rungs[current + 1] : undefined
      const hours = at.getHours()
      const twelve = plate.dataset.clockOf === 'hours12'
      const shows = twelve
        ? `${((hours + 11) % 12) + 1}:${two(at.getMinutes())} ${hours < 12 ? 'am' : 'pm'}`
        : `${two(hours)}:${two(at.getMinutes())}`
      put(plate.querySelector('[data-clock]'), shows)
      const left = next ? (next.minute - minute) * 60 : 0
      const said = !today
        ? `The ladder runs on ${plate.dataset.said}.`
        : minute > until
          ? 'The ladder is over: read the light anew.'
          : next
            ? `${current < 0 ? 'Begins' : 'Next'} in ${span(left)}, at ${next.clock}: ${next.text}`
            : 'Nothing more to turn.'
      put(plate.querySelector('[data-next]'), said)
      plate.querySelectorAll('[data-rung]').forEach((row, index) => {
        if (index === current) row.setAttribute('aria-current', 'step')
        else row.removeAttribute('aria-current')
      })
      const stands = new Map<string, string>()
      const done = today ? rungs.slice(0, Math.max(current, 0) + 1) : []
      done.forEach((rung) => rung.turns.forEach(([dial, to]) => stands.set(dial, to)))
      const turned = new Set(current > 0 ? rungs[current]?.turns.map(([dial]) => dial) : [])
      plate.querySelectorAll<HTMLElement>('[data-dial]').forEach((dial) => {
        const name = dial.dataset.dial ?? ''
        const planned = dial.dataset.planned ?? ''
        const at = stands.get(name) ?? planned
        put(dial.querySelector('[data-at]'), at)
        // Its other spelling is of where it was planned.
        dial.classList.toggle('moved', at !== planned)
        dial.classList.toggle('turned', turned.has(name))
      })
    })
  }
  const kept = `tolva-card:${key}`
  const read = (): string[] => {
    try {
      return JSON.parse(localStorage.getItem(kept) ?? '[]') as string[]
    } catch {
      return []
    }
  }
  const boxes = Array.from(root.querySelectorAll<HTMLInputElement>('input[data-tick]'))
  const ticked = new Set(key === null ? [] : read())
  if (key !== null)
    boxes.forEach((box) => {
      box.checked = ticked.has(box.dataset.tick ?? '')
    })
  const keep = () => {
    if (key === null) return
    try {
      localStorage.setItem(
        kept,
        JSON.stringify(boxes.filter((box) => box.checked).map((box) => box.dataset.tick)),
      )
    } catch {
      // Where nothing can be kept the ticks last as long as the page does.
    }
  }
  root.addEventListener('change', keep)
  root.querySelectorAll<HTMLElement>('.now').forEach((line) => (line.hidden = false))
  const paper = () => {
    printing = true
    tick()
  }
  const screen = () => {
    printing = false
    tick()
  }
  addEventListener('beforeprint', paper)
  addEventListener('afterprint', screen)
  tick()
  const timer = setInterval(tick, 1000)
  return () => {
    clearInterval(timer)
    removeEventListener('beforeprint', paper)
    removeEventListener('afterprint', screen)
    root.removeEventListener('change', keep)
  }
}
