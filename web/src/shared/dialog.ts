import { defineComponent, h, onScopeDispose, ref, Teleport, watch } from 'vue'
import PrimeDialog from 'primevue/dialog'
import { afterPaint } from './afterPaint'

interface Opened {
  container: HTMLElement | null
}
const prime = PrimeDialog as unknown as { methods: { focus: (this: Opened) => void } }

/**
 * A form that opens leaves the focus where a quick hand has put it in it already. PrimeVue’s takes it to the cross once its
 * opening is drawn: on a slow phone a word was half typed by then, and its next space closed the form.
 */
const Form = {
  extends: PrimeDialog,
  methods: {
    focus(this: Opened) {
      if (!this.container?.contains(document.activeElement)) prime.methods.focus.call(this)
    },
  },
}

/** The page is dimmed at once, as the answer to the press; the form stands on it a frame later, which on a slow phone takes half a second to make. */
export default defineComponent({
  name: 'OwnDialog',
  inheritAttrs: false,
  props: { visible: Boolean },
  setup(props, { attrs, slots }) {
    const made = ref(false)
    const stands = ref(false)
    let stop = () => {}
    watch(
      () => props.visible,
      (visible) => {
        stop()
        stands.value = false
        if (visible) stop = afterPaint(() => (made.value = stands.value = true))
      },
      { immediate: true },
    )
    onScopeDispose(() => stop())
    return () => [
      props.visible && !stands.value
        ? h(Teleport, { to: 'body' }, h('div', { class: 'dialog-comes', 'aria-hidden': 'true' }))
        : null,
      made.value
        ? h(Form as unknown as typeof PrimeDialog, { ...attrs, visible: stands.value }, slots)
        : null,
    ]
  },
}) as unknown as typeof PrimeDialog
