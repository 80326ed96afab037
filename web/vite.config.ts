/// <reference types="vitest/config" />
import { fileURLToPath, URL } from 'node:url'
import { PrimeVueResolver } from '@primevue/auto-import-resolver'
import vue from '@vitejs/plugin-vue'
import Components from 'unplugin-vue-components/vite'
import { defineConfig } from 'vite'

export default defineConfig(({ command }) => ({
  base: command === 'build' ? '/static/' : '/',
  plugins: [vue(), Components({ dirs: [], resolvers: [PrimeVueResolver()], dts: 'src/components.d.ts' })],
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  html: command === 'build' ? { cspNonce: '{{ request.csp_nonce }}' } : {},
  build: {
    outDir: 'dist',
    emptyOutDir: true,
    target: 'es2022',
    assetsInlineLimit: 0,
    manifest: 'vite-manifest.json',
  },
  server: { proxy: { '/api': 'http://127.0.0.1:8000' } },
  test: { environment: 'happy-dom', include: ['src/**/*.test.ts'] },
}))
