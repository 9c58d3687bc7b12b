/** The words for a field: its own, or those said of what it is part of. */
export function errorAt(errors: Record<string, string>, ...fields: string[]): string | undefined {
  for (const field of fields) if (errors[field]) return errors[field]
  return undefined
}
