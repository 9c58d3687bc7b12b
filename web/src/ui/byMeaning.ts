const figures = (_: string, value: unknown) => (typeof value === 'number' ? 0 : value)

/**
 * Each with a key of what it is about, whatever its figures: a button stays the same button while an answer moves its
 * figures, so that a press that began before the answer is not lost. Two about the same thing are told apart by order.
 */
export function byMeaning<T>(list: readonly T[], of: (one: T) => unknown): { key: string; one: T }[] {
  const seen = new Map<string, number>()
  return list.map((one) => {
    const meaning = JSON.stringify(of(one), figures)
    const times = seen.get(meaning) ?? 0
    seen.set(meaning, times + 1)
    return { key: `${meaning}${times}`, one }
  })
}
