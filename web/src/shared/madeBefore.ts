/**
 * In place of what makes PrimeVue’s styles in the browser: the build makes them (`partsStyle.ts`). A part asks its style for the names of its
 * classes, and the theme whether it has changed, which it never does.
 */
const nothing = () => ({})

export const style = undefined
export const Theme = { setTheme: nothing }
/** The name of a token as the build writes it. */
export const $dt = (token: string) => ({ name: `--p-${token.replaceAll('.', '-')}` })
export const ThemeService = { on: nothing, off: nothing, clear: nothing }

const base = {
  classes: {},
  inlineStyles: {},
  load: nothing,
  loadCSS: nothing,
  loadStyle: nothing,
  extend: (part: object) => ({ ...base, ...part }),
}
export default base
