import { fileURLToPath } from 'node:url'
import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vitest/config'

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url))

/** The build writes these into the worker; tests need them too. */
const FILLED = { __FILES__: '["/index.html","/assets/app-1.js"]', __VERSION__: 'tested' }
const filledWorker = {
  name: 'filled-worker',
  enforce: 'pre' as const,
  transform: (code: string, id: string) =>
    id.endsWith('/worker/sw.ts')
      ? Object.entries(FILLED).reduce((text, [name, value]) => text.replaceAll(name, value), code)
      : undefined,
}

/** Tests below the browser; Django's test runner runs them (scripts/tests/test_front_end.py). */
export default defineConfig({
  plugins: [vue(), filledWorker],
  resolve: { alias: { '@': here('./src') } },
  test: {
    include: ['src/**/tests/*.test.ts', 'worker/tests/*.test.ts'],
    environment: 'happy-dom',
    setupFiles: ['./src/shared/tests/setUp.ts'],
    isolate: false,
    // a busy machine is slow, and not wrong: this ends only what hangs
    testTimeout: 120_000,
    hookTimeout: 120_000,
    restoreMocks: true,
    unstubGlobals: true,
    coverage: {
      provider: 'v8',
      include: ['src/**/logic/*.ts', 'src/**/composables/*.ts', 'src/shared/**/*.ts'],
      exclude: ['src/shared/api/schema.d.ts', '**/tests/**'],
      reporter: ['json-summary', 'text-summary'],
      reportsDirectory: here('./node_modules/.coverage'),
    },
  },
})
