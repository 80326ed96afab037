/** A protocol that was read from a file, on its way to the page that shows it. */
let draft = ''

export function keepDraft(text: string) {
  draft = text
}

/** The text, once. */
export function takeDraft(): string {
  const text = draft
  draft = ''
  return text
}
