import tailwind from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  plugins: [react(), tailwind()],
  build: {
    outDir: 'target/dist',
    emptyOutDir: true,
    rollupOptions: { input: { app: 'index.html', device: 'device.html', docs: 'docs.html' } },
  },
  assetsInclude: ['**/*.wasm'],
  worker: { format: 'es' },
  server: { proxy: { '/api': 'http://127.0.0.1:8787', '/runner.jar': 'http://127.0.0.1:8787' } },
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
          include: ['src/**/*.test.tsx'],
          setupFiles: ['src/testing.setup.ts'],
        },
      },
    ],
  },
})
