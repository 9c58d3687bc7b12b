/** Has the browser save what the server sends from an address. */
export function download(address: string) {
  const link = document.createElement('a')
  link.href = address
  link.download = ''
  link.click()
}
