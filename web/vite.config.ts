import { createHash } from 'node:crypto'
import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import vue from '@vitejs/plugin-vue'
import { defineConfig, type Plugin } from 'vite'
import vuetify from 'vite-plugin-vuetify'

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url))
const WORKER = 'sw.js'
/** Where `make dev` serves the API. */
const API = `http://127.0.0.1:${process.env.AWAKE_FURROW_PORT ?? 8000}`

/** Tells the worker which files make up the app: it keeps them on the device, for hours without signal. */
function appFiles(): Plugin {
  return {
    name: 'app-files',
    apply: 'build',
    closeBundle() {
      const dist = here('./dist/')
      const files = readdirSync(dist, { recursive: true, withFileTypes: true })
        .filter((f) => f.isFile() && f.name !== WORKER && !/\.(gz|br|map)$/.test(f.name))
        .map((f) => `${f.parentPath}/${f.name}`.replaceAll('//', '/').slice(dist.length - 1))
        .sort()
      const version = createHash('sha256')
      for (const file of files) version.update(file).update(readFileSync(dist + file.slice(1)))
      const worker = readFileSync(dist + WORKER, 'utf8')
      const filled = worker
        .replaceAll('__FILES__', JSON.stringify(files))
        .replaceAll('__VERSION__', version.digest('hex').slice(0, 12))
      if (filled === worker || /__(FILES|VERSION)__/.test(filled)) throw new Error('The worker got no list of files.')
      writeFileSync(dist + WORKER, filled)
    },
  }
}

export default defineConfig({
  plugins: [vue(), vuetify({ autoImport: true }), appFiles()],
  resolve: { alias: { '@': here('./src') } },
  build: {
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 600,
    rolldownOptions: {
      input: { main: here('./index.html'), sw: here('./worker/sw.ts') },
      output: { entryFileNames: (chunk) => (chunk.name === 'sw' ? WORKER : 'assets/[name]-[hash].js') },
    },
  },
  server: { proxy: { '/api': API, '/static': API } },
})
