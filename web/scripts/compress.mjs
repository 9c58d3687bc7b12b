// Writes a brotli and a gzip twin beside every text file of the build, so that the server has nothing to compress.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { brotliCompressSync, constants, gzipSync } from 'node:zlib'

const dist = new URL('../dist/', import.meta.url).pathname
for (const entry of readdirSync(dist, { recursive: true, withFileTypes: true })) {
  if (!entry.isFile() || !/\.(js|css|svg)$/.test(entry.name)) continue
  const file = join(entry.parentPath, entry.name)
  const bytes = readFileSync(file)
  const params = { [constants.BROTLI_PARAM_QUALITY]: 11 }
  writeFileSync(`${file}.br`, brotliCompressSync(bytes, { params }))
  writeFileSync(`${file}.gz`, gzipSync(bytes, { level: 9 }))
}
