import { onBeforeUnmount, onMounted, ref, type Ref } from 'vue'

/** The width of an element in CSS pixels, kept up to date. */
export function useWidth(element: Ref<HTMLElement | null>, first = 0) {
  const width = ref(first)
  let watcher: ResizeObserver | null = null
  onMounted(() => {
    if (!element.value) return
    watcher = new ResizeObserver(([entry]) => {
      if (entry) width.value = Math.floor(entry.contentRect.width)
    })
    watcher.observe(element.value)
    width.value = Math.floor(element.value.getBoundingClientRect().width)
  })
  onBeforeUnmount(() => watcher?.disconnect())
  return width
}
