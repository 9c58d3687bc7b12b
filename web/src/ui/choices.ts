/** One of several to choose from. */
export type Choice<K extends string> = { id: K; name: string }

/** Choices out of their names. */
export const choicesOf = <K extends string>(names: Record<K, string>): Choice<K>[] =>
  (Object.keys(names) as K[]).map((id) => ({ id, name: names[id] }))
