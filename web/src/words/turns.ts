/** What is turned, one dial after the other: shutter 1/100, ISO 200. */
export const turnsSaid = (turns: readonly { name: string; to: string }[]) =>
  turns.map(({ name, to }) => `${name} ${to}`).join(', ')
