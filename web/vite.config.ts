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
  test: { environment: 'jsdom', include: ['src/**/*.test.{ts,tsx}'] },
})
