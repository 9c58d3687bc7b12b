/**
 * How a card looks, in the program and as a file of its own: plain rules, since the file has nothing but them. Colours stand for what
 * they are for; the program's own and those of the file are put before them.
 */
export const sheet = `
.plate { border-top: 3px solid var(--ink); padding: 14px 0 26px; }
.plate > header { display: flex; flex-wrap: wrap; gap: 0 14px; align-items: baseline; }
h2 { font-size: 23px; line-height: 1.2; font-weight: 700; margin: 0; }
h3 { font-size: 16px; font-weight: 700; margin: 18px 0 2px; border-bottom: 1px solid var(--engraved); padding-bottom: 2px; }
p { margin: 4px 0; }
.when { font-size: 17px; font-weight: 600; }
.said { font-size: 17px; }
.quiet { color: var(--quiet); font-size: 14px; }
.dials { display: grid; grid-template-columns: repeat(auto-fill, minmax(158px, 1fr)); gap: 0 14px; margin: 10px 0 4px; }
.dials > div { border-left: 7px solid var(--ink); padding: 0 0 8px 10px; margin-top: 8px; }
.dials dt { font-size: 14px; line-height: 1.25; }
.dials dd { margin: 0; font-size: 42px; line-height: 1.05; font-weight: 750; letter-spacing: -0.01em; font-variant-numeric: tabular-nums; white-space: nowrap; }
.dials small { display: block; font-size: 14px; font-weight: 500; letter-spacing: 0; min-height: 1.3em; }
.dials .ambient { border-left: 0; padding-left: 17px; background: repeating-linear-gradient(135deg, var(--ambient) 0 2px, transparent 2px 5px) left / 7px 100% no-repeat; }
.dials .flash { border-left-color: var(--flash); }
.dials .turned dd { text-decoration: underline; text-decoration-thickness: 4px; text-underline-offset: 6px; }
.now { border: 2px solid var(--ink); padding: 6px 10px; margin: 10px 0; font-size: 19px; font-weight: 650; font-variant-numeric: tabular-nums; }
.now b { font-size: 26px; }
.now[hidden] { display: none; }
.dials .moved small { visibility: hidden; }
.ladder { border-collapse: collapse; width: 100%; max-width: 620px; font-size: 17px; }
.ladder td, .ladder th { text-align: left; padding: 6px 12px 6px 0; border-bottom: 1px solid var(--line); vertical-align: top; }
.ladder th { font-size: 20px; font-variant-numeric: tabular-nums; white-space: nowrap; width: 1%; }
.ladder tr[aria-current] { outline: 3px solid var(--ink); outline-offset: -2px; }
.ladder tr[aria-current] > * { padding-left: 8px; }
.cheat caption { text-align: left; font-size: 14px; color: var(--quiet); padding-top: 6px; }
.seen { display: grid; grid-template-columns: minmax(0, 1fr) minmax(0, 1.3fr); gap: 14px; align-items: start; margin-top: 8px; }
.seen img { width: 100%; max-height: 420px; object-fit: contain; object-position: left top; display: block; }
.seen svg { width: 100%; height: auto; max-height: 420px; display: block; background: #fff; }
.seen svg:only-child { grid-column: 1 / -1; }
.stands { display: grid; grid-template-columns: 2em 1fr; gap: 4px 8px; font-size: 16px; margin: 4px 0; }
.stands dt { font-weight: 750; font-size: 18px; }
.stands dd { margin: 0; }
.lines { list-style: none; margin: 0; padding: 0; }
.lines li { display: flex; align-items: center; border-bottom: 1px solid var(--line); }
.lines label { flex: 1; display: flex; gap: 12px; align-items: center; min-height: 48px; padding: 5px 0; font-size: 16px; cursor: pointer; }
.lines input { flex: none; width: 26px; height: 26px; margin: 0; accent-color: var(--ink); }
.lines input:checked + span { text-decoration: line-through; color: var(--quiet); }
.lines small { display: block; font-size: 14px; color: var(--quiet); }
.plain { margin: 0; padding-left: 1.1em; list-style: disc; font-size: 16px; }
.plain li { padding: 3px 0; }
.binds { border-left: 7px solid var(--warn); padding-left: 10px; }
.halves { display: grid; grid-template-columns: repeat(auto-fit, minmax(290px, 1fr)); gap: 0 28px; align-items: start; }
.thumb { display: flex; overflow-x: auto; border-top: 2px solid var(--ink); background: var(--ground); position: sticky; bottom: 0; z-index: 2; }
.thumb a { flex: 1 0 auto; min-width: 56px; min-height: 56px; padding: 6px 12px; display: flex; align-items: center; justify-content: center; font-size: 18px; font-weight: 700; color: inherit; border-right: 1px solid var(--engraved); text-decoration: none; }
@media (max-width: 620px) {
  .seen { grid-template-columns: minmax(0, 1fr); }
  .dials { grid-template-columns: repeat(2, minmax(0, 1fr)); }
  .dials .wide { grid-column: 1 / -1; }
  .dials dd { font-size: 40px; }
}
@media print {
  .dials > div { print-color-adjust: exact; }
  .dials { grid-template-columns: repeat(3, 1fr); }
  .thumb, .now { display: none !important; }
  .plate { break-inside: auto; break-before: page; }
  .plate:first-of-type { break-before: auto; }
  h3, .dials > div, .lines li, tr { break-inside: avoid; }
  h3 { break-after: avoid; }
  .lines label { min-height: 30px; }
  .lines input { width: 16px; height: 16px; }
}
`

/** The file's own colours and letters, light or dark as the phone is. */
export const alone = `
:root { color-scheme: light dark; --ground: #fff; --ink: #111; --quiet: #4a4a4a; --line: #c9c9c9; --engraved: #777; --ambient: #7d4f00; --flash: #0a5472; --warn: #a3160f; }
@media (prefers-color-scheme: dark) { :root { --ground: #161616; --ink: #eee; --quiet: #b5b5b5; --line: #444; --engraved: #888; --ambient: #d9a648; --flash: #6db4d2; --warn: #ff8c7d; } }
@media print { :root { --ground: #fff; --ink: #000; --quiet: #333; --line: #bbb; --engraved: #777; --ambient: #000; --flash: #000; --warn: #000; } }
* { box-sizing: border-box; }
body { margin: 0; background: var(--ground); color: var(--ink); font: 16px/1.4 system-ui, -apple-system, 'Segoe UI', Roboto, sans-serif; }
main { max-width: 980px; margin: 0 auto; padding: 10px 16px 20px; }
h1 { font-size: 21px; margin: 0; }
`
