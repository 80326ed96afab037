import { onScopeDispose, ref, watch } from 'vue'
import { afterPaint } from './afterPaint'

/**
 * How many of many things are drawn by now: one at once, of more a few with each frame, so that what stands above them is painted before the last of
 * them is. What was drawn once stays.
 */
export function useByFrames(total: () => number, each: number) {
  const drawn = ref(total() > 1 ? 0 : 1)
  let stop = () => {}
  function next() {
    // one after the other, also where more come while the last are still to be drawn
    stop()
    stop = afterPaint(more)
  }
  function more() {
    drawn.value += each
    if (drawn.value < total()) next()
  }
  watch(total, (n) => n > drawn.value && next(), { immediate: true })
  onScopeDispose(() => stop())
  return drawn
}
