import type { PaperBlock, PaperFigure } from '../api/types'

const said = (element: Element | null | undefined) => (element?.textContent ?? '').replace(/\s+/g, ' ').trim()

function figure(element: Element): PaperFigure | null {
  if (element.tagName === 'IMG') {
    const data = element.getAttribute('src')?.split('base64,')[1]
    return data ? { alt: element.getAttribute('alt') ?? '', made: { as: 'jpeg', data } } : null
  }
  const data = new XMLSerializer().serializeToString(element)
  return { alt: element.getAttribute('aria-label') ?? '', made: { as: 'svg', data } }
}

/** What a cell says, its parts one after the other. */
const cell = (element: Element) =>
  [...element.childNodes]
    .map((node) => (node.textContent ?? '').trim())
    .filter(Boolean)
    .join('; ')
/** A point, and what stands back beside it. */
const point = (element: Element) => {
  const beside = said(element.querySelector('.quiet'))
  const whole = said(element)
  return beside ? `${whole.slice(0, whole.length - beside.length).trim()}: ${beside}` : whole
}
const rowsOf = (table: Element) => [...table.querySelectorAll('tr')].map((row) => [...row.children].map(cell))

/** Terms of a list with what stands beside each. */
const pairs = (list: Element) =>
  [...list.querySelectorAll('dt')].map((term) => [said(term), said(term.nextElementSibling)])

/** Dials as they are planned, not as the ladder has them just now. */
const dials = (list: Element): PaperBlock => ({
  is: 'dials',
  dials: [...list.children].map((dial) => ({
    name: said(dial.querySelector('dt')),
    value: dial.getAttribute('data-planned') ?? '',
    also: said(dial.querySelector('small')),
  })),
})

const ticks = (list: Element): PaperBlock => ({
  is: 'ticks',
  lines: [...list.children].map((line) => {
    const why = said(line.querySelector('small'))
    const whole = said(line.querySelector('span'))
    return {
      text: why ? whole.slice(0, whole.length - why.length).trim() : whole,
      why,
      ticked: line.querySelector('input')?.checked ?? false,
    }
  }),
})

/** What of a card is on paper, read off the card itself: what it says there it says here, in the same order. */
export function blocksOf(card: Element): PaperBlock[] {
  const blocks: PaperBlock[] = []
  const read = (element: Element) => {
    const is = (selector: string) => element.matches(selector)
    const text = said(element)
    if (is('nav, [hidden], [role=timer], .printed') || (text === '' && !is('.seen'))) return
    // The first setup stands under the title.
    if (is('section.plate ~ section.plate')) blocks.push({ is: 'new_page' })
    if (is('h1, h2, h3')) blocks.push({ is: 'heading', level: Number(element.tagName[1]), text })
    else if (is('p, .when')) blocks.push({ is: 'text', text, quiet: is('.quiet') })
    else if (is('ul.lines')) blocks.push(ticks(element))
    else if (is('ul, ol')) blocks.push({ is: 'points', points: [...element.children].map(point) })
    else if (is('dl.dials')) blocks.push(dials(element))
    else if (is('dl')) blocks.push({ is: 'rows', caption: '', rows: pairs(element) })
    else if (is('table'))
      blocks.push({ is: 'rows', caption: said(element.querySelector('caption')), rows: rowsOf(element) })
    else if (is('.seen')) {
      const figures = [...element.children].flatMap((one) => figure(one) ?? [])
      blocks.push({ is: 'figures', figures })
    } else [...element.children].forEach(read)
  }
  ;[...card.children].forEach(read)
  return blocks
}
