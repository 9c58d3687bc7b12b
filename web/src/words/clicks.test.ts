import { afterEach, describe, expect, it } from 'vitest'
import { asDialsClick, sayInHalves } from './clicks'
import { stopsLabel } from './stops'

afterEach(() => void sayInHalves(false))

describe('amounts as the dials click', () => {
  it('are thirds unless said otherwise', () => {
    expect(asDialsClick({ text: 'Open by 1⅓ stops.' })).toEqual({ text: 'Open by 1⅓ stops.' })
  })
  it('are halves where dials click so, but for powers and for what somebody wrote', () => {
    sayInHalves(true)
    const answer = {
      text: 'Background 1⅔ stops under; octa at 1/8 +⅓, ⅓ stop more.',
      levels: [{ said: '−⅔', level: -0.66 }],
      setup: { name: '⅔ of the wall' },
      name: '⅓ of the hall',
      none: null,
    }
    expect(asDialsClick(answer)).toEqual({
      text: 'Background 1½ stops under; octa at 1/8 +⅓, ½ stop more.',
      levels: [{ said: '−½', level: -0.66 }],
      setup: { name: '⅔ of the wall' },
      name: '⅓ of the hall',
      none: null,
    })
  })
  it('are the nearest half, whether they come as words or as a number', () => {
    for (let hundredths = -300; hundredths <= 300; hundredths += 1) {
      const stops = hundredths / 100
      // A tie may go either way.
      if (Math.abs(Math.abs(stops % 0.5) - 0.25) < 0.006) continue
      sayInHalves(false)
      const third = stopsLabel(stops)
      sayInHalves(true)
      const nearest = Math.round(Math.abs(stops) * 2) / 2
      const whole = Math.floor(nearest)
      const digits = `${whole === 0 && nearest > 0 ? '' : whole}${nearest > whole ? '½' : ''}`
      const sign = nearest === 0 ? '' : stops < 0 ? '−' : '+'
      expect(stopsLabel(stops)).toBe(sign + digits)
      expect(asDialsClick(third)).toBe(sign + digits)
    }
  })
  it('leaves what is no plain answer alone', () => {
    sayInHalves(true)
    const file = new Blob(['⅓'])
    expect(asDialsClick(file)).toBe(file)
  })
})
