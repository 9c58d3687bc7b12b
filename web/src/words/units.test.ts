import { describe, expect, test } from 'vitest'
import { inClock } from './units'

describe('times in a sentence', () => {
  test.each([
    [
      'From 19:22 the hand binds: 1/125 is as slow as it holds.',
      'From 7:22 pm the hand binds: 1/125 is as slow as it holds.',
    ],
    [
      '18:12: the sun stands 11° high; 00:05 is night.',
      '6:12 pm: the sun stands 11° high; 12:05 am is night.',
    ],
    [
      'lit to shadow 0.8:1, a sheet at 1:20, a shape of 16:9',
      'lit to shadow 0.8:1, a sheet at 1:20, a shape of 16:9',
    ],
  ])('%s', (sentence, said) => {
    expect(inClock(sentence, 'hours12')).toBe(said)
    expect(inClock(sentence, 'hours24')).toBe(sentence)
  })
})
