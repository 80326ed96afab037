import type { Directive } from 'vue'

/** In place of PrimeVue’s wave under the finger, which nobody sees here: it took a quarter of the time in which a long list opens. */
export default {} satisfies Directive
