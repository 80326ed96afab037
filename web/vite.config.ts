/// <reference types="vitest/config" />
import { fileURLToPath, URL } from 'node:url'
import { PrimeVueResolver } from '@primevue/auto-import-resolver'
import UnoCSS from '@unocss/vite'
import vue from '@vitejs/plugin-vue'
import Components from 'unplugin-vue-components/vite'
import { defineConfig, type Plugin, type Rolldown } from 'vite'
import { MADE_BEFORE, partsStyle } from './partsStyle.ts'
import { COVER, FIRST_WORDS, showWords } from './src/shared/firstWords.ts'
import { CHOSEN, EARLY, SESSION } from './src/shared/early.ts'

/** Ours in place of PrimeVue’s: what they do otherwise is said in each. */
const OURS: Record<string, [name: string, file: string]> = {
  Dialog: ['default', 'dialog'],
  Select: ['OwnSelect', 'lists'],
  MultiSelect: ['OwnMultiSelect', 'lists'],
}
const ours = (part: string) => {
  const [name, file] = OURS[part] ?? []
  return name && { name, from: fileURLToPath(new URL(`./src/shared/${file}.ts`, import.meta.url)) }
}

/** What is written into the page: runs before any script is read, so it is short, and asks only for what `early.ts` says. */
const FIRST = `const asked = (globalThis.askedEarly = []);
const one = PAGES.find((p) => new RegExp(p.at).test(location.pathname));
for (const href of one?.files ?? []) {
  const link = document.createElement('link');
  link.rel = href.endsWith('.css') ? 'preload' : 'modulepreload';
  if (link.rel === 'preload') link.as = 'style';
  link.crossOrigin = '';
  link.href = href;
  document.head.append(link);
}
if (one) try {
  const kept = Object.keys(localStorage).find((name) => name.startsWith(SESSION));
  const { rooms, preferences } = JSON.parse(localStorage.getItem(kept)).keeper;
  document.documentElement.classList.toggle('night', preferences.night);
  const chosen = localStorage.getItem(CHOSEN);
  const room = (rooms.find((r) => r.uid === chosen) ?? rooms.find((r) => !r.rehearsal)).uid;
  for (const ask of one.asks) {
    const below = location.pathname.replace(new RegExp(one.at), ask);
    const path = ask.startsWith('/') ? ask : '/api/rooms/' + room + '/' + below;
    const answer = fetch(path, { credentials: 'same-origin' });
    answer.catch(() => {});
    asked.push({ path, asked: answer, at: Date.now() });
  }
} catch {}`

/** Written behind the place of the app: the words of the page's last visit, before any script is read. */
const WORDS = `const kept = localStorage.getItem(KEY + location.pathname + location.search);
const [first] = globalThis.askedEarly;
if (kept && first) showWords(JSON.parse(kept), COVER, first);`

const block = (told: Record<string, unknown>, script: string) =>
  `{${Object.entries(told)
    .map(([name, value]) => `const ${name} = ${JSON.stringify(value)};\n`)
    .join('')}${script}}`

/** All that a chunk needs, itself and what it imports, its styles too. */
function filesOf(
  chunk: Rolldown.OutputChunk,
  bundle: Rolldown.OutputBundle,
  found = new Set<string>(),
): Set<string> {
  if (found.has(chunk.fileName)) return found
  found.add(chunk.fileName)
  for (const css of chunk.viteMetadata?.importedCss ?? []) found.add(css)
  for (const file of chunk.imports) {
    const next = bundle[file]
    if (next?.type === 'chunk') filesOf(next, bundle, found)
  }
  return found
}

/**
 * What is wanted beside the first script comes beside it: the parts that every page wants, though the first script does not; and of the pages of
 * `early.ts` their own scripts and first answers.
 */
function besideTheFirst(): Plugin {
  return {
    name: 'beside-the-first',
    transformIndexHtml: {
      order: 'post',
      handler(_, { bundle }) {
        if (!bundle) return []
        const chunks = Object.values(bundle).filter((c) => c.type === 'chunk')
        const chunkOf = (module: string) =>
          chunks.find((c) => c.moduleIds.some((id) => id.endsWith(`/src/${module}`)))
        const first = chunks.find((c) => c.isEntry)
        const parts = chunkOf('app/parts.ts')
        if (!first || !parts) throw new Error('no first script, or no parts')
        const there = filesOf(first, bundle)
        const beside = [...filesOf(parts, bundle)].filter((file) => !there.has(file))
        const pages = EARLY.map(({ at, page, asks }) => {
          const chunk = chunkOf(page)
          if (!chunk) throw new Error(`no page ${page}`)
          const files = [...filesOf(chunk, bundle)].filter((f) => !there.has(f) && !beside.includes(f))
          return { at, asks, files: files.map((f) => `/static/${f}`) }
        })
        const words = chunkOf('app/keepWords.ts')
        if (!words) throw new Error('no script that keeps words')
        const KEY = `${FIRST_WORDS}/static/${words.fileName} `
        return [
          {
            tag: 'script',
            children: block({ PAGES: pages, SESSION, CHOSEN }, FIRST),
            injectTo: 'head-prepend' as const,
          },
          {
            tag: 'script',
            children: block({ KEY, COVER }, `${showWords.toString()}\ntry {\n${WORDS}\n} catch {}`),
            injectTo: 'body' as const,
          },
          ...beside.map((file) => ({
            tag: 'link',
            attrs: {
              ...(file.endsWith('.css') ? { rel: 'preload', as: 'style' } : { rel: 'modulepreload' }),
              crossorigin: true,
              href: `/static/${file}`,
            },
            injectTo: 'head' as const,
          })),
        ]
      },
    },
  }
}

/** What many pages want, and the first script does not, comes as one part: each file is a trip through the service worker. */
const COMMON = /\/src\/shared\/|\/node_modules\/(primevue|@primevue|@primeuix)\//
let ofTheFirst: Set<string> | undefined
function inCommon(id: string, modules: Rolldown.ChunkingContext): string | null {
  if (!ofTheFirst) {
    ofTheFirst = new Set()
    const reach = [MAIN]
    for (let next = reach.pop(); next; next = reach.pop()) {
      if (ofTheFirst.has(next)) continue
      ofTheFirst.add(next)
      reach.push(...(modules.getModuleInfo(next)?.importedIds ?? []))
    }
  }
  return COMMON.test(id) && !ofTheFirst.has(id) ? 'common' : null
}
const MAIN = fileURLToPath(new URL('./src/app/main.ts', import.meta.url))

export default defineConfig(({ command }) => ({
  base: command === 'build' ? '/static/' : '/',
  plugins: [
    vue(),
    UnoCSS(),
    partsStyle(),
    Components({ dirs: [], resolvers: [ours, PrimeVueResolver()], dts: 'src/components.d.ts' }),
    besideTheFirst(),
  ],
  resolve: {
    alias: [
      { find: '@', replacement: fileURLToPath(new URL('./src', import.meta.url)) },
      // a wave under the finger, which is switched off: all the same each button and each option of a list made ready for one
      {
        find: 'primevue/ripple',
        replacement: fileURLToPath(new URL('./src/shared/noRipple.ts', import.meta.url)),
      },
      ...MADE_BEFORE,
    ],
  },
  html: command === 'build' ? { cspNonce: '{{ request.csp_nonce }}' } : {},
  build: {
    outDir: 'dist',
    emptyOutDir: true,
    target: 'es2022',
    assetsInlineLimit: 0,
    manifest: 'vite-manifest.json',
    rolldownOptions: {
      output: {
        codeSplitting: {
          includeDependenciesRecursively: false,
          groups: [{ name: inCommon, minShareCount: 20 }],
        },
      },
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:8000' } },
  test: { environment: 'happy-dom', include: ['src/**/*.test.ts'] },
}))
