import { defineConfig } from 'vitest/config'

// Making a page costs more than most tests: only what renders (`.test.tsx`) gets one. The time limit is
// there for what hangs; how fast the machine is, is not a test's business.
const testTimeout = 120_000

export default defineConfig({
  test: {
    projects: [
      { test: { name: 'plain', environment: 'node', include: ['src/**/*.test.ts'], testTimeout } },
      {
        test: {
          name: 'page',
          environment: 'jsdom',
          setupFiles: 'src/patient.setup.ts',
          include: ['src/**/*.test.tsx'],
          testTimeout,
        },
      },
    ],
  },
})
