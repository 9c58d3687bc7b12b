// Writes a brotli and a gzip twin beside every text file of the build, so that the server has nothing to compress.
import { readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
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

// What the first page takes to show, and the most it may.
const MOST = 150_000
const manifest = JSON.parse(readFileSync(join(dist, '.vite/manifest.json'), 'utf8'))
const needed = new Set()
const need = (key) => {
  const chunk = manifest[key]
  if (needed.has(chunk.file)) return
  needed.add(chunk.file)
  for (const imported of chunk.imports ?? []) need(imported)
}
need('index.html')
need('src/jobs/JobsPage.tsx')
const first = [...needed].reduce((sum, file) => sum + statSync(join(dist, `${file}.gz`)).size, 0)
console.log(`First load: ${(first / 1000).toFixed(1)} kB of script, gzipped.`)
if (first > MOST) {
  console.error(`That is more than ${MOST / 1000} kB.`)
  process.exit(1)
}
