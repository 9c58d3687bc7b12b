import { expect, test } from 'vitest'
import { secondsLabel } from './Seconds'

test.each([
  [0.004545, '1/220'],
  [1 / 9800, '1/9800'],
  [1 / 3, '1/3'],
  [0.5, '0.5'],
  [1.2, '1.2'],
  [0, '0'],
])('%d s is written %s', (seconds, label) => {
  expect(secondsLabel(seconds)).toBe(label)
})
