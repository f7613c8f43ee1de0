import { fileURLToPath, URL } from 'node:url'
import { defineConfig } from 'vite'
import vue from '@vitejs/plugin-vue'

// The society's server answers under /api; see ../api.
const api = 'http://127.0.0.1:3200'

export default defineConfig({
  plugins: [
    vue(), // single-file components
  ],
  resolve: {
    alias: {
      '@': fileURLToPath(new URL('./src', import.meta.url)),
    },
  },
  server: {
    // Phones in the garden reach the dev server over the shed's router.
    host: true,
    proxy: { '/api': api },
  },
})
