import { fileURLToPath } from 'node:url'
import { Theme } from '@primeuix/styled'
import type { Alias, Plugin } from 'vite'
import { PARTS, preset } from './theme.ts'

/** What PrimeVue’s styles give a server, which their types leave out. */
interface Style {
  getCommonThemeStyleSheet: () => string
  getStyleSheet: () => string
  getThemeStyleSheet: () => string
}

const ASKED = 'virtual:parts.css'
const FILE = '/__parts.css'
const STYLE = /\/node_modules\/((?:primevue|@primevue\/icons)\/\w+\/style)\/index\.mjs$/
/** With the parts that others are made of, which take no look of ours. */
const STYLES = [
  ...PARTS.map((part) => `primevue/${part}/style`),
  'primevue/badge/style',
  'primevue/iconfield/style',
  'primevue/inputicon/style',
  '@primevue/icons/baseicon/style',
]
/** What has no look at all. */
const PLAIN = 'primevue/focustrap/style'

const MADE = fileURLToPath(new URL('./src/shared/madeBefore.ts', import.meta.url))
/** What makes styles in the browser, part by part and each time a part is made, gives way to the one file. */
export const MADE_BEFORE: Alias[] = [
  '@primevue/core/base/style',
  '@primeuix/styled',
  /^@primeuix\/styles\/.*/,
].map((find) => ({ find, replacement: MADE }))

async function styleOf(module: string): Promise<Style> {
  return ((await import(module)) as { default: Style }).default
}

const inside = (sheets: string) => sheets.replace(/<\/?style[^>]*>/g, '\n')

/** Without the tokens that nothing asks for; in turn, as one token asks for the next. */
function withoutUnused(css: string): string {
  for (;;) {
    const used = new Set(Array.from(css.matchAll(/var\((--p-[\w-]+)/g), (m) => m[1]))
    const less = css.replace(/(--p-[\w-]+):[^;{}]*;/g, (declared, name: string) =>
      used.has(name) ? declared : '',
    )
    if (less === css) return css
    css = less
  }
}

/** The style of the parts that `theme.ts` names. */
export async function styleOfParts(): Promise<string> {
  Theme.setTheme({ preset, options: { darkModeSelector: '.night' } })
  const base = await styleOf('@primevue/core/base/style')
  const sheets = [base.getCommonThemeStyleSheet(), base.getStyleSheet(), base.getThemeStyleSheet()]
  for (const module of STYLES) {
    const style = await styleOf(module)
    sheets.push(style.getStyleSheet(), style.getThemeStyleSheet())
  }
  return withoutUnused(inside(sheets.join('')))
}

/** PrimeVue’s styles as a file of their own, made at build: in the browser they took an eighth of the time in which a page opens. */
export function partsStyle(): Plugin {
  return {
    name: 'style-of-parts',
    resolveId: (id) => (id === ASKED ? FILE : null),
    load: (id) => (id === FILE ? styleOfParts() : null),
    generateBundle() {
      const asked = [...this.getModuleIds()]
        .map((id) => STYLE.exec(id)?.[1])
        .filter((style) => style !== undefined)
      const bare = asked.filter((style) => !STYLES.includes(style) && style !== PLAIN)
      if (bare.length) this.error(`parts whose style is not in theme.ts: ${bare.join(', ')}`)
    },
  }
}
