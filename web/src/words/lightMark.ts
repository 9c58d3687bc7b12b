/** The letter of a light by its place among the lights of a setup: A for the first. */
export const lightMark = (index: number) => String.fromCharCode(65 + index)
