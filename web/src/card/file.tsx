import { renderToStaticMarkup } from 'react-dom/server.browser'
import { JobSheet, type SheetProps } from './JobSheet'
import { live } from './live'
import { alone, sheet } from './sheet'

const plain = (text: string) =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('"', '&quot;')

/** A card as one file: it needs no network and no program, and is whole where no scripts run. */
export function cardFile(props: SheetProps): string {
  const { name } = props.card.job
  const body = renderToStaticMarkup(<JobSheet {...props} />)
  const script = `(${live.toString()})(document.documentElement, ${JSON.stringify(props.card.id)})`
  return [
    '<!doctype html>',
    '<html lang="en"><head><meta charset="utf-8">',
    '<meta name="viewport" content="width=device-width, initial-scale=1">',
    `<title>${plain(name)}</title>`,
    `<style>${alone}${sheet}</style></head>`,
    `<body><main><h1>${plain(name)}</h1>${body}</main>`,
    `<script>${script.replaceAll('</', '<\\/')}</script></body></html>`,
  ].join('\n')
}
