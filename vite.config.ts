import tailwind from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import path from 'node:path'
import { defineConfig } from 'vite'

const server = process.env.SETROW_DEV_TARGET ?? 'http://127.0.0.1:4310'

export default defineConfig({
  root: path.resolve(import.meta.dirname, 'web'),
  plugins: [react(), tailwind()],
  resolve: {
    alias: {
      // The one for browsers asks the document, which a worker has not.
      'decode-named-character-reference': path.resolve(
        import.meta.dirname,
        'node_modules/decode-named-character-reference/index.js',
      ),
    },
  },
  build: { outDir: path.resolve(import.meta.dirname, 'dist/web'), emptyOutDir: true, chunkSizeWarningLimit: 1200 },
  server: {
    host: '127.0.0.1',
    proxy: Object.fromEntries(['/api', '/files', '/proof'].map((place) => [place, server])),
  },
})
