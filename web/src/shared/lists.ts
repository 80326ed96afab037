import { defineComponent } from 'vue'
import PrimeMultiSelect from 'primevue/multiselect'
import PrimeSelect from 'primevue/select'
import { afterPaint } from './afterPaint'

interface List {
  overlayVisible: boolean
  disabled: boolean
  $refs: { focusInput?: { focus: (how: FocusOptions) => void } }
  $el: HTMLElement
}
interface Prime {
  methods: { onContainerClick: (this: List, event: Event) => void }
}

/** A list whose field has the focus at once, as the answer to the press; its options, of which there may be sixty, are made a frame later. */
function opensAfterPaint<T>(list: T): T {
  const open = (list as unknown as Prime).methods.onContainerClick
  return defineComponent({
    extends: list as never,
    methods: {
      onContainerClick(this: List, event: Event) {
        if (this.overlayVisible || this.disabled) return open.call(this, event)
        this.$refs.focusInput?.focus({ preventScroll: true })
        // a key may have opened it meanwhile, or the page gone
        afterPaint(() => !this.overlayVisible && this.$el.isConnected && open.call(this, event))
      },
    },
  }) as unknown as T
}

export const OwnSelect = opensAfterPaint(PrimeSelect)
export const OwnMultiSelect = opensAfterPaint(PrimeMultiSelect)
