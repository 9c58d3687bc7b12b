/** Has the browser save a file made here. */
export function save(file: Blob, name: string) {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(file)
  link.download = name
  link.click()
  window.setTimeout(() => URL.revokeObjectURL(link.href), 10_000)
}
