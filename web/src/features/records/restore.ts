import { ref } from 'vue'
import { cookie, type ProblemBody } from '@/api/client'
import * as texts from './words'

/** A line that the server tells while an archive goes in. */
interface Told {
  step: string
  done?: number
  of?: number
  detail?: string
}

const WORDS: Record<string, string> = {
  sending: 'Sending',
  reading: 'Reading',
  writing: 'Writing',
  pictures: 'Pictures',
  'looking through': 'Looking through',
}

/**
 * Bring an archive into this fishroom: first the sending, then what the server tells line by line. Leaving the page stops it,
 * and nothing is kept.
 */
export function useRestore(room: () => string) {
  const words = ref('')
  const share = ref(0)
  const busy = ref(false)
  const failed = ref('')
  const done = ref(false)
  let request: XMLHttpRequest | null = null

  function hear(text: string) {
    const last = text.trimEnd().split('\n').at(-1)
    if (!last) return
    let told: Told
    try {
      told = JSON.parse(last) as Told
    } catch {
      return // a line that is still on its way
    }
    if (told.step === 'failed') failed.value = told.detail ?? texts.UNREADABLE
    else if (told.step === 'done') done.value = true
    else {
      words.value = WORDS[told.step] ?? told.step
      share.value = told.of ? Math.round(((told.done ?? 0) / told.of) * 100) : 0
    }
  }

  function start(file: File) {
    busy.value = true
    done.value = false
    failed.value = ''
    words.value = WORDS['sending']!
    share.value = 0
    const body = new FormData()
    body.append('file', file)
    const sent = new XMLHttpRequest()
    request = sent
    sent.open('POST', `/api/rooms/${room()}/archive`)
    sent.setRequestHeader('X-CSRFToken', cookie('csrftoken'))
    sent.upload.onprogress = (e) => {
      if (e.lengthComputable) share.value = Math.round((e.loaded / e.total) * 100)
    }
    sent.onprogress = () => sent.status === 200 && hear(sent.responseText)
    sent.onload = () => {
      if (sent.status === 200) hear(sent.responseText)
      else failed.value = problemWords(sent.responseText)
      if (!failed.value && !done.value) failed.value = texts.CUT_OFF
      busy.value = false
    }
    sent.onerror = () => {
      failed.value = texts.CONNECTION_LOST
      busy.value = false
    }
    sent.send(body)
  }

  function stop() {
    request?.abort()
    busy.value = false
  }

  return { start, stop, words, share, busy, failed, done }
}

function problemWords(text: string): string {
  try {
    return (JSON.parse(text) as ProblemBody).detail
  } catch {
    return texts.NOT_SENT
  }
}
