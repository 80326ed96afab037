import type { Preset, UserConfig } from '@unocss/core'
import presetWind3 from '@unocss/preset-wind3'

/** One step of the scale is 4 px, whatever the page's own type size: `gap-2` is 8 px. */
const stepsOfFourPx: Preset = {
  name: 'steps-of-four-px',
  postprocess: (made) =>
    made.entries.forEach((entry) => {
      if (typeof entry[1] === 'string')
        entry[1] = entry[1].replace(/(-?[.\d]+)rem/g, (_, rem) => `${Number(rem) * 16}px`)
    }),
}
const SIDES: Record<string, string[]> = {
  '': [''],
  t: ['-top'],
  r: ['-right'],
  b: ['-bottom'],
  l: ['-left'],
  x: ['-left', '-right'],
  y: ['-top', '-bottom'],
}
const NAMED =
  'paper plate shade tint ink ink2 rule rule2 leaf leaf-deep on-leaf tannin brick water hue'.split(' ')
const MEDICINES = 'm-brown m-violet m-blue m-olive m-grey m-teal m-clear'.split(' ')
const COLOURS: Record<string, string> = Object.fromEntries(
  [...NAMED, ...MEDICINES].map((name) => [name, `var(--${name})`]),
)
COLOURS.current = 'currentColor'

/** What a page is laid out with: steps of space, two widths, the colours and sizes of the design. A class of a page’s own is for what these can’t say. */
export default {
  presets: [presetWind3({ preflight: false, important: ':root' }), stepsOfFourPx],
  theme: {
    colors: COLOURS,
    fontFamily: { words: 'var(--words)', figures: 'var(--figures)' },
    breakpoints: {},
  },
  variants: [
    {
      name: 'widths',
      match(matcher) {
        const [, name, rest] = /^(phone|narrow):(.+)$/.exec(matcher) ?? []
        if (!name || !rest) return matcher
        const most = { phone: 759, narrow: 999 }[name]
        return {
          matcher: rest,
          handle: (input, next) =>
            next({ ...input, parent: `@media (max-width: ${most}px)`, parentOrder: 3000 - (most ?? 0) }),
        }
      },
    },
  ],
  shortcuts: {
    'in-row': 'flex flex-wrap items-center',
    apart: 'flex items-center justify-between',
  },
  rules: [
    // the eight sizes of the design, and the figures of a slip and a timer
    [
      /^text-(11|12|13|14|15|16|20|28)$/,
      ([, size]) => ({ 'font-size': size === '12' ? '12.5px' : `${size}px` }),
    ],
    [/^figure-(timer|timer-long|slip|large|mid)$/, ([, size]) => ({ 'font-size': `var(--figure-${size})` })],
    // a line of a drawing's width and colour: line-t-rule, line-2-ink
    [
      /^line(?:-([trblxy]))?(?:-(\d))?(?:-(dashed|dotted))?-([\w-]+)$/,
      ([, side = '', width = '1', style = 'solid', name = '']) => {
        const of = COLOURS[name]
        return of
          ? Object.fromEntries((SIDES[side] ?? []).map((s) => [`border${s}`, `${width}px ${style} ${of}`]))
          : undefined
      },
    ],
    [
      /^line(?:-([trblxy]))?-none$/,
      ([, side = '']) => Object.fromEntries((SIDES[side] ?? []).map((s) => [`border${s}`, '0'])),
    ],
    [/^pen-([\d.]+)$/, ([, width]) => ({ 'stroke-width': width })],
    ['bare', { background: 'none' }],
    ['items-start', { 'align-items': 'start' }],
    ['self-start', { 'align-self': 'start' }],
    ['self-end', { 'align-self': 'end' }],
    ['justify-end', { 'justify-content': 'end' }],
  ],
} satisfies UserConfig<object>
