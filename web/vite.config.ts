import { readFileSync } from 'node:fs'
import tailwind from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import type { Plugin } from 'vite'
import { defineConfig } from 'vitest/config'

const pom = readFileSync(new URL('../pom.xml', import.meta.url), 'utf8')
/** The build's own, which stands after its parent's. */
const version = /<artifactId>yarrowmark<\/artifactId>\s*<version>([^<]+)</.exec(pom)?.[1] ?? ''

/** Where the server is while the page is worked on. */
const desk = process.env.YARROWMARK_DEV_SERVER ?? 'http://127.0.0.1:8787'

/** Pages and headers as the server gives them: a device measures with exact clocks only where it is isolated. */
const asServed: Plugin = {
  name: 'as-served',
  configureServer: ({ middlewares }) => {
    middlewares.use((request, response, next) => {
      const path = request.url?.split('?')[0] ?? '/'
      if (/^\/d(\/[^./]*)?$/.test(path)) request.url = '/device.html'
      if (path === '/api/docs') request.url = '/docs.html'
      response.setHeader('Cross-Origin-Opener-Policy', 'same-origin')
      response.setHeader('Cross-Origin-Embedder-Policy', 'require-corp')
      next()
    })
  },
}

export default defineConfig({
  define: { __VERSION__: JSON.stringify(version) },
  plugins: [react(), tailwind(), asServed],
  build: {
    outDir: 'target/dist',
    emptyOutDir: true,
    rollupOptions: { input: { app: 'index.html', device: 'device.html', docs: 'docs.html' } },
  },
  assetsInclude: ['**/*.wasm'],
  worker: { format: 'es' },
  server: { proxy: { '/api/v1': desk, '/runner.jar': desk, '/actuator': desk } },
  test: {
    // Both cores, and patience: a test waits for what is shown, however slow the machine is.
    maxWorkers: 2,
    testTimeout: 60_000,
    projects: [
      { extends: true, test: { name: 'plain', environment: 'node', include: ['src/**/*.test.ts'] } },
      {
        extends: true,
        test: {
          name: 'pages',
          environment: 'jsdom',
          // A window for each file took longer than the tests in it.
          isolate: false,
          include: ['src/**/*.test.tsx'],
          setupFiles: ['src/testing.setup.ts'],
        },
      },
    ],
  },
})
