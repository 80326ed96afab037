import { useIntervalFn, useWakeLock } from '@vueuse/core'
import { onBeforeUnmount, ref, watch, type Ref } from 'vue'
import type { Schemas } from '@/api/client'

/**
 * The clock of a running bath: counts from the server's instant by the server's clock, so that a reload, a locked phone or a lost
 * connection loses no second. Speaks by sound, buzz and words at the marks the server gave.
 */
export function useTimer(run: Ref<Schemas['RunOut'] | null>) {
  const seconds = ref(0)
  const spoken = ref('')
  let ahead = 0
  let last = -1
  let sound: AudioContext | null = null
  // taken again when the page is looked at again
  const lock = useWakeLock()

  function beep(times: number) {
    navigator.vibrate?.(Array.from({ length: times * 2 - 1 }, (_, i) => (i % 2 ? 120 : 250)))
    if (!sound) return
    for (let i = 0; i < times; i++) {
      const tone = sound.createOscillator()
      const gain = sound.createGain()
      tone.frequency.value = 880
      gain.gain.value = 0.5
      tone.connect(gain).connect(sound.destination)
      tone.start(sound.currentTime + i * 0.4)
      tone.stop(sound.currentTime + i * 0.4 + 0.25)
    }
  }
  function say(words: string) {
    spoken.value = words
    if ('speechSynthesis' in window) window.speechSynthesis.speak(new SpeechSynthesisUtterance(words))
  }
  /** A press of the keeper lets the page make sounds, and keeps the screen on. */
  async function arm() {
    sound ??= new AudioContext()
    await sound.resume().catch(() => undefined)
    await lock.request('screen').catch(() => undefined)
  }
  function tick() {
    const now = run.value
    if (!now?.in_at || (now.phase !== 'in' && now.phase !== 'take_out')) return
    const at = Math.floor((Date.now() + ahead - Date.parse(now.in_at)) / 1000)
    seconds.value = Math.max(0, at)
    if (last >= 0)
      for (const mark of now.marks)
        if (mark.second > last && mark.second <= at) {
          const final = mark === now.marks[now.marks.length - 1]
          beep(final ? 5 : 1)
          say(mark.words)
        }
    // past its time it does not fall silent
    if (now.limit_at && at > now.minutes * 60 && at !== last && at % 5 === 0) beep(3)
    last = at
  }
  watch(
    run,
    (now) => {
      if (!now) return
      ahead = Date.parse(now.now) - Date.now()
      if (now.phase === 'in' || now.phase === 'take_out') tick()
      else {
        last = -1
        seconds.value = now.elapsed_s
      }
    },
    { immediate: true },
  )
  useIntervalFn(tick, 250)
  onBeforeUnmount(() => {
    void lock.release().catch(() => undefined)
    void sound?.close()
  })
  return { seconds, spoken, arm, beep }
}

export function clock(seconds: number): string {
  const hours = Math.floor(seconds / 3600)
  // a day in the tank runs for hours: 1:05:09
  if (hours)
    return `${hours}:${String(Math.floor(seconds / 60) % 60).padStart(2, '0')}:${String(seconds % 60).padStart(2, '0')}`
  const minutes = Math.floor(seconds / 60)
  return `${String(minutes).padStart(2, '0')}:${String(seconds % 60).padStart(2, '0')}`
}
