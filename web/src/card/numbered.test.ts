import { expect, it } from 'vitest'
import { numbered } from './numbered'

it('numbers what stands by under the one before it', () => {
  expect(numbered([false, false, true, true, false])).toEqual(['1', '2', '2b', '2c', '3'])
  expect(numbered([true, false, true])).toEqual(['1', '2', '2b'])
  expect(numbered([])).toEqual([])
})
