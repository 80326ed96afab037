/** The words of caution: shown at first use, in the settings, and under every printed slip. */
export const cautionWords = [
  'This is not veterinary advice. When a fish is dying and you are not sure, ask a veterinarian who knows fish.',
  'Ornamental fish only. Never for fish that anyone may eat.',
  'The label and your local law come first. Some actives are prescription-only or banned where you live.',
  'Notifiable diseases are reported, not treated.',
  'Medicines burn, stain, and poison: gloves, goggles, moving air. Cover cuts; some fish diseases pass to people.',
  'The likelihoods here are expert guesses, and figures marked “recalled” were written from memory: check them.',
]
