import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'

export default defineConfig({
  plugins: [react()],
  // The server puts a fresh nonce in the place of this word in every page it sends.
  html: { cspNonce: 'TOLVA-NONCE' },
  build: { target: 'es2022', assetsInlineLimit: 0, sourcemap: false },
  server: { proxy: { '/api': 'http://127.0.0.1:4310' } },
})
