/// <reference types="vitest/config" />
import { fileURLToPath, URL } from 'node:url'
import { PrimeVueResolver } from '@primevue/auto-import-resolver'
import UnoCSS from '@unocss/vite'
import vue from '@vitejs/plugin-vue'
import Components from 'unplugin-vue-components/vite'
import { defineConfig, type Plugin } from 'vite'

/** PrimeVue's form takes the focus as it opens; ours leaves it where it was put */
const ownDialog = (name: string) =>
  name === 'Dialog' ? { name: 'default', from: fileURLToPath(new URL('./src/shared/dialog.ts', import.meta.url)) } : undefined

/** Every page wants these parts, though the first script does not: they come beside it. */
function besideTheFirst(name: string): Plugin {
  return {
    name: 'beside-the-first',
    transformIndexHtml: {
      order: 'post',
      handler(_, { bundle }) {
        const chunks = Object.values(bundle ?? {}).filter((c) => c.type === 'chunk')
        const first = chunks.find((c) => c.isEntry)
        const parts = chunks.find((c) => c.name === name)
        if (!first || !parts) return []
        const there = new Set([first.fileName, ...first.imports])
        return [parts.fileName, ...parts.imports]
          .filter((file) => !there.has(file))
          .map((file) => ({
            tag: 'link',
            attrs: { rel: 'modulepreload', crossorigin: true, href: `/static/${file}` },
            injectTo: 'head' as const,
          }))
      },
    },
  }
}

export default defineConfig(({ command }) => ({
  base: command === 'build' ? '/static/' : '/',
  plugins: [
    vue(),
    UnoCSS(),
    Components({ dirs: [], resolvers: [ownDialog, PrimeVueResolver()], dts: 'src/components.d.ts' }),
    besideTheFirst('parts'),
  ],
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
