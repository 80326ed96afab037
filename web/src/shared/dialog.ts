import { defineComponent } from 'vue'
import PrimeDialog from 'primevue/dialog'

interface Opened {
  container: HTMLElement | null
}
const prime = PrimeDialog as unknown as { methods: { focus: (this: Opened) => void } }

/**
 * A form that opens leaves the focus where a quick hand has put it in it already. PrimeVue’s takes it to the cross once its
 * opening is drawn: on a slow phone a word was half typed by then, and its next space closed the form.
 */
export default defineComponent({
  extends: PrimeDialog as never,
  methods: {
    focus(this: Opened) {
      if (!this.container?.contains(document.activeElement)) prime.methods.focus.call(this)
    },
  },
}) as unknown as typeof PrimeDialog
