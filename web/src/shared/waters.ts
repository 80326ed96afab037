import type { Schemas } from '@/api/client'

/** What a bath may be made with. */
export const WATERS: { value: Schemas['BathIn']['made_with']; label: string }[] = [
  { value: 'own', label: 'their own water' },
  { value: 'half', label: 'half theirs, half clean' },
  { value: 'other', label: 'other water' },
]
