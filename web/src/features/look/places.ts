/** Where the label of each place stands; where the place lies on the fish comes with its drawing. */
export interface Place {
  id: string
  /** label position in the plan's 580 x 394 */
  label: [number, number]
  inset?: {
    x: number
    width: number
    drawing: 'top' | 'gill' | 'vent' | 'droppings' | 'group' | 'water' | 'scope'
  }
}

export const places: Place[] = [
  {
    id: 'back_flank',
    label: [96, 30],
  },
  {
    id: 'fins',
    label: [330, 24],
  },
  {
    id: 'eye',

    label: [46, 76],
  },
  { id: 'mouth', label: [10, 198] },
  {
    id: 'gill_cover',
    label: [128, 264],
  },
  { id: 'from_above', label: [8, 380], inset: { x: 8, width: 96, drawing: 'top' } },
  { id: 'gills', label: [112, 380], inset: { x: 112, width: 60, drawing: 'gill' } },
  { id: 'vent', label: [180, 380], inset: { x: 180, width: 60, drawing: 'vent' } },
  { id: 'droppings', label: [248, 380], inset: { x: 248, width: 82, drawing: 'droppings' } },
  { id: 'group', label: [338, 380], inset: { x: 338, width: 66, drawing: 'group' } },
  { id: 'water', label: [412, 380], inset: { x: 412, width: 66, drawing: 'water' } },
  { id: 'scope', label: [486, 380], inset: { x: 486, width: 86, drawing: 'scope' } },
  // the whole fish and the line along it: a label each, no outline of their own
  { id: 'behaviour', label: [446, 34] },
  { id: 'head', label: [392, 262] },
]

export const PLAN = { width: 580, height: 394 }
/** The drawing's own box and where it stands in the plan. */
export const SIDE = { x: -4, y: -8, width: 648, height: 346, scale: 0.74, left: 48, top: 12 }
