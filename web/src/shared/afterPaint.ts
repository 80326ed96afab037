/** Do something once what stands now is painted: a timer behind the next frame. Returns what calls it off. */
export function afterPaint(then: () => void): () => void {
  let timer = 0
  const frame = requestAnimationFrame(() => (timer = window.setTimeout(then)))
  return () => {
    cancelAnimationFrame(frame)
    clearTimeout(timer)
  }
}
