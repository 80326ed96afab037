import { definePreset } from '@primeuix/themes'
import autocomplete from '@primeuix/themes/aura/autocomplete'
import base from '@primeuix/themes/aura/base'
import button from '@primeuix/themes/aura/button'
import checkbox from '@primeuix/themes/aura/checkbox'
import chip from '@primeuix/themes/aura/chip'
import dialog from '@primeuix/themes/aura/dialog'
import inputnumber from '@primeuix/themes/aura/inputnumber'
import inputtext from '@primeuix/themes/aura/inputtext'
import multiselect from '@primeuix/themes/aura/multiselect'
import progressbar from '@primeuix/themes/aura/progressbar'
import radiobutton from '@primeuix/themes/aura/radiobutton'
import select from '@primeuix/themes/aura/select'
import selectbutton from '@primeuix/themes/aura/selectbutton'
import textarea from '@primeuix/themes/aura/textarea'
import toast from '@primeuix/themes/aura/toast'
import togglebutton from '@primeuix/themes/aura/togglebutton'
import virtualscroller from '@primeuix/themes/aura/virtualscroller'

/* Of PrimeVue's base the parts that are used here. */
const parts = {
  ...base,
  components: {
    autocomplete,
    button,
    checkbox,
    chip,
    dialog,
    inputnumber,
    inputtext,
    multiselect,
    progressbar,
    radiobutton,
    select,
    selectbutton,
    textarea,
    toast,
    togglebutton,
    virtualscroller,
  },
}

/** The parts that take a look of ours. */
export const PARTS = Object.keys(parts.components)

/* PrimeVue's own tokens, pointed at ours, so that day and night need one set of names. */
const control = {
  background: 'var(--plate)',
  disabledBackground: 'var(--shade)',
  filledBackground: 'var(--plate)',
  filledHoverBackground: 'var(--plate)',
  filledFocusBackground: 'var(--plate)',
  borderColor: 'var(--rule2)',
  hoverBorderColor: 'var(--ink)',
  focusBorderColor: 'var(--ink)',
  invalidBorderColor: 'var(--brick)',
  color: 'var(--ink)',
  disabledColor: 'var(--ink2)',
  placeholderColor: 'var(--ink2)',
  invalidPlaceholderColor: 'var(--brick)',
  iconColor: 'var(--ink2)',
  shadow: 'none',
}
const scheme = {
  surface: {
    0: 'var(--plate)',
    50: 'var(--paper)',
    100: 'var(--shade)',
    200: 'var(--rule)',
    300: 'var(--rule)',
    400: 'var(--rule2)',
    500: 'var(--rule2)',
    600: 'var(--ink2)',
    700: 'var(--ink2)',
    800: 'var(--ink)',
    900: 'var(--ink)',
    950: 'var(--ink)',
  },
  primary: {
    color: 'var(--leaf)',
    contrastColor: 'var(--on-leaf)',
    hoverColor: 'var(--leaf-deep)',
    activeColor: 'var(--leaf-deep)',
  },
  highlight: {
    background: 'var(--shade)',
    focusBackground: 'var(--shade)',
    color: 'var(--ink)',
    focusColor: 'var(--ink)',
  },
  mask: { background: 'var(--dimmed)', color: 'var(--ink)' },
  formField: control,
  text: {
    color: 'var(--ink)',
    hoverColor: 'var(--ink)',
    mutedColor: 'var(--ink2)',
    hoverMutedColor: 'var(--ink2)',
  },
  content: {
    background: 'var(--plate)',
    hoverBackground: 'var(--shade)',
    borderColor: 'var(--rule2)',
    color: 'var(--ink)',
    hoverColor: 'var(--ink)',
  },
  overlay: {
    select: { background: 'var(--plate)', borderColor: 'var(--ink)', color: 'var(--ink)' },
    popover: { background: 'var(--plate)', borderColor: 'var(--ink)', color: 'var(--ink)' },
    modal: { background: 'var(--paper)', borderColor: 'var(--ink)', color: 'var(--ink)' },
  },
  list: {
    option: {
      focusBackground: 'var(--shade)',
      selectedBackground: 'var(--shade)',
      selectedFocusBackground: 'var(--shade)',
      color: 'var(--ink)',
      focusColor: 'var(--ink)',
      selectedColor: 'var(--ink)',
      selectedFocusColor: 'var(--ink)',
    },
  },
}
const outlined = {
  background: 'var(--plate)',
  hoverBackground: 'var(--shade)',
  activeBackground: 'var(--shade)',
  borderColor: 'var(--ink)',
  hoverBorderColor: 'var(--ink)',
  activeBorderColor: 'var(--ink)',
  color: 'var(--ink)',
  hoverColor: 'var(--ink)',
  activeColor: 'var(--ink)',
}
const buttons = {
  root: {
    secondary: outlined,
    danger: {
      ...outlined,
      borderColor: 'var(--brick)',
      hoverBorderColor: 'var(--brick)',
      activeBorderColor: 'var(--brick)',
      color: 'var(--brick)',
      hoverColor: 'var(--brick)',
      activeColor: 'var(--brick)',
    },
  },
}

const toggles = {
  root: {
    background: 'var(--plate)',
    checkedBackground: 'var(--ink)',
    hoverBackground: 'var(--shade)',
    borderColor: 'var(--rule2)',
    checkedBorderColor: 'var(--ink)',
    color: 'var(--ink)',
    hoverColor: 'var(--ink)',
    checkedColor: 'var(--paper)',
  },
  content: { checkedBackground: 'var(--ink)', checkedShadow: 'none' },
}

/** What a write moved elsewhere, on the plate's own paper. */
const told = {
  background: 'var(--plate)',
  borderColor: 'var(--ink)',
  color: 'var(--tannin)',
  detailColor: 'var(--ink)',
  shadow: '0 2px 10px rgb(0 0 0 / 20%)',
  closeButton: {
    hoverBackground: 'var(--shade)',
    focusRing: { color: 'var(--ink)', shadow: 'none' },
  },
}

export const preset = definePreset(parts, {
  primitive: { borderRadius: { none: '0', xs: '2px', sm: '3px', md: '4px', lg: '4px', xl: '4px' } },
  semantic: {
    transitionDuration: '0.1s',
    focusRing: { width: '2px', style: 'solid', color: 'var(--water)', offset: '2px' },
    formField: { paddingX: '10px', paddingY: '8px', borderRadius: '4px' },
    overlay: { modal: { borderRadius: '4px', padding: '20px' } },
    colorScheme: { light: scheme, dark: scheme },
  },
  components: {
    togglebutton: {
      root: { borderRadius: '4px', fontWeight: '400', padding: '0' },
      content: { padding: '7px 12px', borderRadius: '0' },
      colorScheme: { light: toggles, dark: toggles },
    },
    selectbutton: { root: { borderRadius: '4px' } },
    button: {
      root: { borderRadius: '4px', paddingX: '14px', paddingY: '8px', label: { fontWeight: '650' } },
      colorScheme: { light: buttons, dark: buttons },
    },
    dialog: { title: { fontSize: '20px', fontWeight: '700' } },
    toast: {
      root: { borderRadius: '4px', width: '420px' },
      colorScheme: { light: { warn: told, info: told }, dark: { warn: told, info: told } },
    },
  },
})
