import { onBeforeUnmount, onMounted, type Ref } from 'vue'

/**
 * Holds the form around a field as long as what is typed there can't be read: neither Enter nor a press sends it, and the
 * field is shown instead.
 */
export function useHeld(root: Ref<HTMLElement | null>, unread: () => boolean, show: () => void) {
  let form: HTMLFormElement | null = null
  function hold(event: Event) {
    if (!unread()) return
    event.preventDefault()
    event.stopImmediatePropagation()
    show()
    root.value?.querySelector('input')?.focus()
  }
  onMounted(() => {
    form = root.value?.closest('form') ?? null
    // before the form's own listener
    form?.addEventListener('submit', hold, { capture: true })
  })
  onBeforeUnmount(() => form?.removeEventListener('submit', hold, { capture: true }))
}
