import { describe, expect, test } from 'vitest'
import { skyWords } from './sky'

const hours = (cover: (hour: number) => number) => Array.from({ length: 24 }, (_, hour) => cover(hour))

describe('the sky while setups are made', () => {
  test.each([
    ['without a forecast it is clear', [], ['18:12'], 'Sky: clear, cloud 0/8'],
    ['overcast all day', hours(() => 1), ['10:30', '12:00'], 'Sky: overcast, cloud 8/8'],
    [
      'it closes up in the evening',
      hours((hour) => (hour < 19 ? 0 : 0.9)),
      ['20:00', '18:00'],
      'Sky: clear, then overcast, cloud 0 to 7 of 8',
    ],
    [
      'what comes later is not told',
      hours((hour) => (hour < 19 ? 0.25 : 1)),
      ['18:59'],
      'Sky: a few clouds, cloud 2/8',
    ],
    ['the last hour known holds on', [0.5], ['23:00'], 'Sky: clouds with gaps, cloud 4/8'],
  ])('%s', (_, clouds, times, said) => expect(skyWords(clouds, times)).toBe(said))
})
