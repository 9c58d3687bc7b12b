/** Numbers of setups in shooting order: what stands by has that of the one before it, with a letter: 1, 2, 2b, 2c, 3. */
export function numbered(standsBy: readonly boolean[]): string[] {
  let [main, letter] = [0, 0]
  return standsBy.map((by) => {
    if (by && main > 0) {
      letter += 1
      return `${main}${String.fromCharCode(97 + letter)}`
    }
    main += 1
    letter = 0
    return String(main)
  })
}
