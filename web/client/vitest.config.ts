import { defineConfig } from 'vitest/config'

/** By itself: it needs a desk, and is no test of the page. */
export default defineConfig({ test: { include: ['*.test.ts'], testTimeout: 30_000 } })
