import { createStore, del, get, set } from 'idb-keyval'
import type { Drafts } from './kept'

/** Drafts in the browser's own database; where it has none, they live as long as the page. */
export function browserDrafts<D>(): Drafts<D> {
  if (typeof indexedDB === 'undefined') return { get: () => Promise.resolve(undefined), put: () => {} }
  const store = createStore('tolva', 'drafts')
  let last: Promise<unknown> = Promise.resolve()
  return {
    get: (key) => last.then(() => get(key, store)),
    put(key, left) {
      // One after the other, so that the newest is what stays.
      last = last.then(() => (left ? set(key, left, store) : del(key, store))).catch(() => undefined)
    },
  }
}
