import { save } from '../../ui/save'
import archivo from '@fontsource-variable/archivo/files/archivo-latin-wdth-normal.woff2?url'
import parts from '../../theme/fonts/parts.woff2?url'

/** Dots an inch of the picture, on paper. */
const DPI = 200

/** The sheet as a file of its own. */
function serialised(svg: SVGSVGElement): string {
  const copy = svg.cloneNode(true) as SVGSVGElement
  return `<?xml version="1.0" encoding="UTF-8"?>\n${new XMLSerializer().serializeToString(copy)}`
}

export function saveSvg(svg: SVGSVGElement, name: string) {
  save(new Blob([serialised(svg)], { type: 'image/svg+xml' }), `${name}.svg`)
}

/** Draws the sheet at print resolution and saves it. */
export async function savePng(svg: SVGSVGElement, name: string) {
  const { width, height } = svg.viewBox.baseVal
  const times = DPI / 96
  const canvas = document.createElement('canvas')
  canvas.width = Math.round(width * times)
  canvas.height = Math.round(height * times)
  const picture = new Image()
  picture.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(await withFont(svg))}`
  await picture.decode()
  const paper = canvas.getContext('2d')
  if (!paper) throw new Error('There is no canvas to draw on.')
  paper.drawImage(picture, 0, 0, canvas.width, canvas.height)
  const file = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/png'))
  if (!file) throw new Error('The picture is too large to draw.')
  save(file, `${name}.png`)
}

/** The fonts a drawing is set in. */
const FONTS = [
  { family: 'Archivo Variable', file: archivo },
  { family: 'Tolva Parts', file: parts },
]

/** A font as a rule that brings it along. */
async function face({ family, file }: (typeof FONTS)[number]): Promise<string> {
  const bytes = new Uint8Array(await (await fetch(file)).arrayBuffer())
  let text = ''
  for (const byte of bytes) text += String.fromCharCode(byte)
  const source = `url(data:font/woff2;base64,${btoa(text)})`
  return `@font-face{font-family:'${family}';font-weight:100 900;font-stretch:62% 125%;src:${source}}`
}

/** A picture has no fonts but those it brings along. */
async function withFont(svg: SVGSVGElement): Promise<string> {
  const copy = svg.cloneNode(true) as SVGSVGElement
  const style = document.createElementNS('http://www.w3.org/2000/svg', 'style')
  style.textContent = (await Promise.all(FONTS.map(face))).join('')
  copy.prepend(style)
  return new XMLSerializer().serializeToString(copy)
}
