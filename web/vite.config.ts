import optimizeLocales from '@react-aria/optimize-locales-plugin'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'

export default defineConfig({
  // The interface is in one language; React Aria's words in the others are left out.
  plugins: [react(), { ...optimizeLocales.vite({ locales: ['en-GB', 'en-US'] }), enforce: 'pre' as const }],
  // The server puts a fresh nonce in the place of this word in every page it sends.
  html: { cspNonce: 'TOLVA-NONCE' },
  build: {
    target: 'es2022',
    assetsInlineLimit: 0,
    sourcemap: false,
    manifest: true,
    // The server is on this machine or in the same room: what a part imports is asked for as it is met, and the first page need not
    // carry the list of it all.
    modulePreload: {
      polyfill: false,
      resolveDependencies: (_, needed, { hostType }) => (hostType === 'html' ? needed : []),
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:4310' } },
})
