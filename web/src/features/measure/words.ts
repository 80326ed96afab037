/** What the scripts of “measure” say, of plain values; what stands in a page is said by the page. */
export const WITH_CARE = 'reckoned with care'
export const VET_OR_LABEL = 'only with a vet or label'
export const RECALLED_FROM = 'recalled from the source named'
export const RECALLED_UNSURE = 'recalled, not sure from where'
export const notChecked = (source: string | number) => `${source}, not yet checked.`
export const AS_TYPED = 'water as typed'
export const FILL_IN = 'Fill in what is asked; the slip comes by itself.'
export const HOW_MUCH_WATER = 'How much water? Choose a tank or type it.'
export const WHICH_MEDICINE = 'Which medicine, and what for?'
export const HOW_STRONG = 'How does the label say its strength?'
export const HOW_MUCH_OF_IT = 'How much of it does the label say?'
export const IN_THIS_ORDER = 'The water first, then the medicine, then the tool at hand.'
