// How the web application is built; in development it asks the server named by API for its data.
import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'
import { compression } from 'vite-plugin-compression2'

export default defineConfig({
  // Each file lies beside its packed ones, so that the server packs nothing anew for each visit.
  plugins: [
    react(),
    tailwindcss(),
    compression({ algorithms: ['brotliCompress', 'gzip'], include: /\.(js|css|svg)$/ }),
  ],
  worker: { format: 'es' },
  build: { outDir: 'dist', target: 'es2022', chunkSizeWarningLimit: 1200 },
  // The page's own host is kept, as the server answers its own pages only.
  server: { proxy: process.env.API ? { '/api': { target: process.env.API, changeOrigin: false } } : {} },
})
