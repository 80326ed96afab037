import { scaleLinear } from 'd3-scale'

/** What every drawing is laid out with: a scale from figures to pixels, a line through places, and steps that leave room to read. */
export type Span = readonly [number, number]

/** Where a figure lies in pixels; a span without length lies in the middle. */
export const scale = (figures: Span, pixels: Span) => scaleLinear(figures, pixels)
/** The same, never beyond its ends. */
export const clamped = (figures: Span, pixels: Span) => scaleLinear(figures, pixels).clamp(true)

/** A line through places, in tenths of a pixel. */
export const through = (places: readonly { x: number; y: number }[]) =>
  places.map((p, i) => `${i ? 'L' : 'M'}${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join('')

/** From none in the first step that is not told more often than `most` times. */
export function stepped(span: number, steps: readonly number[], most: number): number[] {
  const every = steps.find((n) => span / n <= most) ?? 2 * steps.at(-1)!
  return Array.from({ length: Math.floor(span / every) + 1 }, (_, i) => i * every)
}
