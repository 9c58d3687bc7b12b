// @vitest-environment jsdom
import { expect, it } from 'vitest'
import { blocksOf } from './blocks'

const card = (html: string) => {
  const page = new DOMParser().parseFromString(html, 'text/html')
  return blocksOf(page.body)
}

it('reads a card in its order, each kind of part as what it is', () => {
  const blocks = card(`
    <p class="said">17 September 2026</p>
    <section class="plate"><header><h2>1. Doors</h2><span class="when">18:12</span></header>
      <p role="timer" hidden><b></b></p>
      <dl class="dials"><div data-planned="1/125"><dt>Shutter</dt><dd><span data-at>1/60</span><small>held</small></dd></div></dl>
      <table><tbody><tr><th>18:12</th><td>shutter 1/60<div>no longer as planned</div></td></tr></tbody></table>
      <div class="seen"><img src="data:image/jpeg;base64,AAAA" alt="How it looks"><svg aria-label="The set"><text>A</text></svg></div>
      <dl class="stands"><dt>A</dt><dd>Octa: 1.6 m</dd></dl>
    </section>
    <section class="plate"><h2>Pack</h2><ul class="lines">
      <li><label><input type="checkbox" data-tick="pack/a"><span>Stand<small>wind</small></span></label></li>
      <li><label><input type="checkbox" data-tick="pack/b" checked><span>Tape</span></label></li></ul>
      <ul class="plain"><li>Mind the <span>sun</span></li><li>Step back <span class="quiet">f/9</span></li></ul></section>
    <nav><a>1</a></nav>`)
  expect(blocks).toMatchObject([
    { is: 'text', text: '17 September 2026' },
    { is: 'heading', level: 2, text: '1. Doors' },
    { is: 'text', text: '18:12' },
    { is: 'dials', dials: [{ name: 'Shutter', value: '1/125', also: 'held' }] },
    { is: 'rows', rows: [['18:12', 'shutter 1/60; no longer as planned']] },
    {
      is: 'figures',
      figures: [
        { alt: 'How it looks', made: { as: 'jpeg', data: 'AAAA' } },
        { alt: 'The set', made: { as: 'svg' } },
      ],
    },
    { is: 'rows', rows: [['A', 'Octa: 1.6 m']] },
    { is: 'new_page' },
    { is: 'heading', level: 2, text: 'Pack' },
    {
      is: 'ticks',
      lines: [
        { text: 'Stand', why: 'wind', ticked: false },
        { text: 'Tape', why: '', ticked: true },
      ],
    },
    { is: 'points', points: ['Mind the sun', 'Step back: f/9'] },
  ])
})
