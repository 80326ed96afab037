import { useElementSize } from '@vueuse/core'
import { computed, type Ref } from 'vue'

/** The width of an element in whole CSS pixels, kept up to date; `first` until it is drawn. */
export function useWidth(element: Ref<HTMLElement | null>, first = 0) {
  const { width } = useElementSize(element, { width: first, height: 0 })
  return computed(() => Math.floor(width.value))
}
