/** Where each place of the fish plan lies, in the drawing's own coordinates, and where its label stands. */
export interface Place {
  id: string
  /** outline on the side view; empty where the place has its own small drawing */
  outline: string
  /** label position and the point its line leads to, in the plan's 580 x 394 */
  label: [number, number]
  point?: [number, number]
  inset?: {
    x: number
    width: number
    drawing: 'top' | 'gill' | 'vent' | 'droppings' | 'group' | 'water' | 'scope'
  }
}

export const places: Place[] = [
  {
    id: 'back_flank',
    outline:
      'M152 114L172 109L191 104L211 101L231 99L250 99L270 100L290 102L309 106L329 111L348 116L368 122L388 129L407 136L427 142L447 146L466 148L486 146L492 167L486 188L466 186L447 187L427 190L407 195L388 200L368 205L348 210L329 216L309 219L290 222L270 223L250 223L231 223L211 221L191 219L172 215L152 211L134 206L147 201L160 189L169 174L172 158L168 143L158 131L146 126Z',
    label: [96, 30],
    point: [200, 98],
  },
  {
    id: 'fins',
    outline:
      'M228 100L259 38L274 47L291 62L304 76L317 93L296 104ZM486 146L577 95L556 140L544 167L558 197L580 241L486 188ZM348 212L366 264L399 237L426 212L407 195ZM262 222L284 271L306 260L311 248L283 222ZM182 186L240 190L246 198L245 206L226 217L211 218L178 196Z',
    label: [330, 24],
    point: [268, 62],
  },
  {
    id: 'eye',
    outline: 'M128 153A20 20 0 1 1 88 153A20 20 0 1 1 128 153Z',
    label: [46, 76],
    point: [96, 130],
  },
  { id: 'mouth', outline: 'M58 158L90 160L92 186L62 184Z', label: [10, 198], point: [64, 158] },
  {
    id: 'gill_cover',
    outline:
      'M146 126L158 131L168 143L172 158L169 174L160 189L147 201L134 206L108 196L124 192L135 180L140 166L139 152L134 140Z',
    label: [128, 264],
    point: [150, 186],
  },
  { id: 'from_above', outline: '', label: [8, 380], inset: { x: 8, width: 96, drawing: 'top' } },
  { id: 'gills', outline: '', label: [112, 380], inset: { x: 112, width: 60, drawing: 'gill' } },
  { id: 'vent', outline: '', label: [180, 380], inset: { x: 180, width: 60, drawing: 'vent' } },
  { id: 'droppings', outline: '', label: [248, 380], inset: { x: 248, width: 82, drawing: 'droppings' } },
  { id: 'group', outline: '', label: [338, 380], inset: { x: 338, width: 66, drawing: 'group' } },
  { id: 'water', outline: '', label: [412, 380], inset: { x: 412, width: 66, drawing: 'water' } },
  { id: 'scope', outline: '', label: [486, 380], inset: { x: 486, width: 86, drawing: 'scope' } },
  // the whole fish and the line along it: a label each, no outline of their own
  { id: 'behaviour', outline: '', label: [446, 34], point: [497, 96] },
  { id: 'head', outline: '', label: [392, 262], point: [412, 148] },
]

export const PLAN = { width: 580, height: 394 }
/** The side view's own box and where it stands in the plan. */
export const SIDE = { x: 40, y: 20, width: 560, height: 270, scale: 0.92, left: 28, top: 8 }
