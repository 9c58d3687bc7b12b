import { client, need } from '../api/client'
import type { PaperShape } from '../api/types'
import { blocksOf } from './blocks'

/** A card as it stands on the page, set on paper, as a PDF. */
export async function cardOnPaper(card: Element, title: string, shape: PaperShape): Promise<Blob> {
  const made: unknown = await need(
    client.POST('/api/paper', {
      params: { query: { shape } },
      body: { title, blocks: [{ is: 'heading', level: 1, text: title }, ...blocksOf(card)] },
      parseAs: 'blob',
    }),
  )
  return made as Blob
}
