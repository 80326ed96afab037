import { LABEL_SAYS } from '@/shared/strengths'

/** What can be measured besides a medicine: the fields of each, as they are asked. Nothing is reckoned here. */
export interface Field {
  name: string
  label: string
  hint?: string
  /** the same for who reads °F */
  hintF?: string
  options?: { value: string; label: string }[]
  when?: (values: Values) => boolean
  first?: string
  /** options come from the formulary and the shelf: every bath, every use in water, every medicine, what it is taken from */
  list?: 'baths' | 'uses' | 'actives' | 'products' | 'labels'
}
export type Values = Record<string, string>
export interface Kind {
  id: string
  label: string
  says: string
  water: boolean
  fields: Field[]
  /** an answer is asked for once these hold something */
  needs: string[]
}

const option = (value: string, label: string) => ({ value, label })
const is =
  (name: string, ...values: string[]) =>
  (v: Values) =>
    values.includes(v[name] ?? '')
const side = (name: string, label: string, ...shapes: string[]): Field => ({
  name: `measures.${name}`,
  label,
  when: is('shape', ...shapes),
})

/** What a medicine is taken from: a listed strength, a bottle of the shelf, or what its label says. */
const product = (of: string): Field[] => [
  { name: 'strength', label: 'Taken from', list: 'products', when: (v) => !!v[of] },
  {
    name: 'own.kind',
    label: 'The label says',
    options: LABEL_SAYS,
    when: (v) => !!v[of] && v['strength'] === 'own',
  },
  { name: 'own.value', label: 'So much', when: (v) => !!v[of] && v['strength'] === 'own' },
]

const SALT: Field = {
  name: 'salt',
  label: 'Salt',
  first: 'sodium_chloride',
  options: [
    option('sodium_chloride', 'pure salt'),
    option('marine_salt', 'sea salt mix'),
    option('magnesium_sulfate', 'Epsom salt'),
  ],
}

export const KINDS: Kind[] = [
  {
    id: 'label',
    label: 'By a label',
    says: 'So much for so much water, as your own bottle says it.',
    water: true,
    needs: ['amount', 'per_volume'],
    fields: [
      { name: 'kept', label: 'From your shelf', list: 'labels' },
      {
        name: 'counts',
        label: 'The label counts',
        first: 'volume',
        options: [
          option('volume', 'mL, tsp'),
          option('drops', 'drops'),
          option('pieces', 'packets, tablets, caps'),
          option('mass', 'g, mg'),
        ],
      },
      { name: 'amount', label: 'This much', hint: '5 mL, 10 drops, 1 packet' },
      { name: 'per_volume', label: 'in every', hint: '10 gal, 40 L' },
      {
        name: 'drops_per_ml',
        label: 'Drops in 1 mL',
        hint: '20 if not counted',
        when: is('counts', 'drops'),
      },
      {
        name: 'teaspoon',
        label: 'My level teaspoon',
        hint: 'g of this powder, if you weighed it',
        when: is('counts', 'mass'),
      },
      { name: 'share', label: 'Of it, this share', hint: 'all, if left empty' },
    ],
  },
  {
    id: 'vessel',
    label: 'Water in a vessel',
    says: 'Inside measures to the water line, less what stands in it.',
    water: false,
    needs: ['shape'],
    fields: [
      {
        name: 'shape',
        label: 'Shape',
        first: 'box',
        options: [
          option('box', 'box'),
          option('bow_front', 'bow front'),
          option('hexagon', 'hexagon'),
          option('upright_cylinder', 'cylinder, upright'),
          option('lying_cylinder', 'cylinder, lying'),
          option('bowl', 'bowl'),
          option('tub', 'tub'),
          option('buckets', 'by buckets'),
          option('litres', 'known already'),
        ],
      },
      side('length', 'Length', 'box', 'bow_front', 'lying_cylinder'),
      side('width', 'Width at the sides', 'box', 'bow_front'),
      side('bow_width', 'Width in the middle', 'bow_front'),
      side('side', 'One side', 'hexagon'),
      side('diameter', 'Diameter', 'upright_cylinder', 'lying_cylinder', 'bowl'),
      side('bottom_diameter', 'Diameter at the bottom', 'tub'),
      side('top_diameter', 'Diameter at the water line', 'tub'),
      side(
        'depth',
        'Water depth',
        'box',
        'bow_front',
        'hexagon',
        'upright_cylinder',
        'lying_cylinder',
        'bowl',
        'tub',
      ),
      side('count', 'Buckets', 'buckets'),
      side('each', 'One holds', 'buckets'),
      side('volume', 'It holds', 'litres'),
      { name: 'sand_depth', label: 'Sand, depth' },
      { name: 'sand_length', label: 'Sand, length', when: is('shape', 'buckets', 'litres') },
      { name: 'sand_width', label: 'Sand, width', when: is('shape', 'buckets', 'litres') },
      { name: 'rock_mass', label: 'Rock, weight', hint: 'kg' },
      { name: 'rock_volume', label: 'Or rock, décor', hint: 'volume' },
      { name: 'equipment', label: 'Equipment', hint: 'volume it takes' },
      { name: 'sump', label: 'Sump and pipes', hint: 'volume' },
      { name: 'named', label: 'Its name says', hint: '75 gal' },
    ],
  },
  {
    id: 'true_volume',
    label: 'True volume by salt',
    says: 'Weigh something in, read it before and after: the rise tells the water.',
    water: false,
    needs: ['added', 'before', 'after'],
    fields: [
      {
        name: 'reads',
        label: 'Read as',
        first: 'salt',
        options: [option('salt', 'salt, g/L'), option('copper', 'copper, mg/L')],
      },
      { name: 'added', label: 'Put in', hint: 'pure: 45 g' },
      { name: 'before', label: 'Read before' },
      { name: 'after', label: 'Read after' },
      { name: 'reading_error', label: 'Meter may be out by', hint: '0.1 g/L if left empty' },
    ],
  },
  {
    id: 'salinity',
    label: 'Salinity',
    says: 'One reading in every scale.',
    water: false,
    needs: ['value'],
    fields: [
      {
        name: 'scale',
        label: 'It reads',
        first: 'gravity',
        options: [
          option('gravity', 'specific gravity'),
          option('g_per_kg', 'g/kg, ppt'),
          option('conductivity', 'conductivity'),
        ],
      },
      { name: 'value', label: 'Reading', hint: '1.025, 35, 53 mS/cm' },
      { name: 'temperature', label: 'Water', hint: '25 °C if left empty', hintF: '77 °F if left empty' },
      {
        name: 'sample_temperature',
        label: 'Sample at',
        hint: 'temperature in the hydrometer',
        when: is('scale', 'gravity'),
      },
      {
        name: 'reference_temperature',
        label: 'It is marked for',
        hint: 'stands on it: 25, 20, 15 or 4 °C',
        hintF: 'stands on it: 77, 68 or 60 °F',
        when: is('scale', 'gravity'),
      },
      { name: 'tds_factor', label: 'TDS factor', hint: '0.64 if left empty' },
    ],
  },
  {
    id: 'osmolality',
    label: 'Is it saltier?',
    says: 'A bath is saltier or thinner only against the water the fish comes from.',
    water: false,
    needs: [],
    fields: ['bath', 'home'].flatMap((w) => {
      const where = w === 'bath' ? 'Bath' : 'Their water'
      return [
        { name: `${w}.sodium_chloride`, label: `${where}: salt`, hint: 'g/L' },
        { name: `${w}.magnesium_sulfate`, label: `${where}: Epsom salt`, hint: 'g/L' },
        { name: `${w}.marine_salt`, label: `${where}: sea salt`, hint: 'g/kg or SG' },
        { name: `${w}.tds`, label: `${where}: TDS`, hint: 'mg/L' },
      ]
    }),
  },
  {
    id: 'salt_steps',
    label: 'Salt, up or down',
    says: 'From one salinity to another in steps these fish bear.',
    water: true,
    needs: ['now', 'target'],
    fields: [
      SALT,
      {
        name: 'fish',
        label: 'Fish',
        first: 'fresh',
        options: [
          option('fresh', 'fresh water'),
          option('soft', 'soft water, scaleless'),
          option('marine', 'sea'),
          option('none', 'no fish in it'),
        ],
      },
      { name: 'now', label: 'It holds now', hint: 'g/L, or SG: 1.004' },
      { name: 'target', label: 'Bring it to', hint: 'g/L, or SG: 1.008' },
      { name: 'swapped', label: 'Or swap', hint: 'so much for brine: 20 L' },
    ],
  },
  {
    id: 'carries',
    label: 'Top-up and change',
    says: 'Salt does not evaporate: a top-up carries none, a change carries it off.',
    water: true,
    needs: ['now'],
    fields: [
      SALT,
      { name: 'now', label: 'It holds', hint: 'g/L or SG, with all its water' },
      { name: 'evaporated', label: 'Evaporated', hint: 'volume to top up' },
      { name: 'top_up', label: 'Top-up holds', hint: 'g/L, none if left empty' },
      { name: 'share', label: 'Changed', hint: '25 %' },
      { name: 'new_water', label: 'New water holds', hint: 'g/L, none if left empty' },
      { name: 'under', label: 'To come under', hint: 'g/L: how many such changes' },
    ],
  },
  {
    id: 'dips',
    label: 'Two buckets',
    says: 'Dips one after the other, each bucket made ready first, a rinse between them.',
    water: true,
    needs: ['buckets.0.use', 'buckets.1.use'],
    fields: [
      ...['first', 'second'].flatMap((which, i) => [
        { name: `buckets.${i}.use`, label: `The ${which}`, list: 'baths' as const },
        { name: `buckets.${i}.target`, label: 'Bring it to', hint: 'as published, if left empty' },
        { name: `buckets.${i}.minutes`, label: 'Minutes', hint: 'the shortest, if left empty' },
      ]),
      {
        name: 'looks_ill',
        label: 'Looks ill',
        options: [option('no', 'none of them'), option('yes', 'one or more')],
      },
      {
        name: 'by_label',
        label: 'Your vet or label',
        first: 'no',
        options: [option('no', 'not asked'), option('yes', 'gives these doses')],
      },
      { name: 'temperature', label: 'Temperature' },
      { name: 'oxygen', label: 'Oxygen', hint: 'mg/L' },
    ],
  },
  {
    id: 'nitrite',
    label: 'Salt against nitrite',
    says: 'Chloride ten times the nitrite keeps it out of the blood, until the nitrite is gone.',
    water: true,
    needs: ['nitrite'],
    fields: [
      { name: 'nitrite', label: 'Nitrite reads', hint: 'mg/L' },
      {
        name: 'nitrite_as',
        label: 'The kit counts',
        first: 'no2',
        options: [option('no2', 'NO₂'), option('n', 'nitrogen, N')],
      },
      { name: 'chloride', label: 'Chloride there', hint: 'mg/L, none if left empty' },
      { name: 'ratio', label: 'To one', hint: '10 if left empty' },
    ],
  },
  {
    id: 'correct',
    label: 'Put a level right',
    says: 'Up after a reading, down by water changes, back after a change.',
    water: true,
    needs: ['reading'],
    fields: [
      { name: 'reading', label: 'It reads', hint: 'mg/L' },
      { name: 'target', label: 'Bring it to', hint: 'mg/L' },
      { name: 'share', label: 'Changed, or each change', hint: '25 %, or 30 L' },
      { name: 'active', label: 'Of what', list: 'actives' },
      ...product('active'),
      { name: 'fresh', label: 'New water holds', hint: 'mg/L' },
      { name: 'given', label: 'Given so far', hint: 'mg/L in all' },
      { name: 'most', label: 'At most in all', hint: 'mg/L: permanganate 6' },
    ],
  },
  {
    id: 'food',
    label: 'Medicine in food',
    says: 'From mg for each kg of fish to mg in each gram of food.',
    water: false,
    needs: ['dose', 'eaten'],
    fields: [
      { name: 'dose', label: 'Dose a day', hint: 'mg/kg of fish' },
      { name: 'eaten', label: 'They eat a day', hint: '1 % of their weight' },
      { name: 'fish_count', label: 'Fish', first: '1' },
      { name: 'mean_mass', label: 'One weighs', hint: 'g; or its length' },
      { name: 'length', label: 'One is long' },
      {
        name: 'body',
        label: 'Body',
        first: 'usual',
        options: [
          option('usual', 'usual'),
          option('slender', 'slender'),
          option('deep', 'deep'),
          option('eel', 'like an eel'),
        ],
      },
      { name: 'days', label: 'Days', first: '7' },
      { name: 'food_at_hand', label: 'Food at hand', hint: '12 g' },
      { name: 'purity', label: 'Powder holds', hint: '%, all of it if left empty' },
      { name: 'each', label: 'Or a tablet holds', hint: '500 mg' },
    ],
  },
  {
    id: 'ammonia',
    label: 'Ammonia, no filter',
    says: 'What the food makes of the water each day, and the change that holds it.',
    water: true,
    needs: ['feed', 'protein'],
    fields: [
      { name: 'feed', label: 'Food a day', hint: '0.5 g' },
      { name: 'protein', label: 'Protein', hint: '45 %' },
      { name: 'limit', label: 'Stay under', hint: 'mg/L as N' },
    ],
  },
  {
    id: 'tap',
    label: 'Tap water',
    says: 'What takes the chlorine out before a fish meets it, and what chloramine leaves.',
    water: true,
    needs: ['chlorine'],
    fields: [
      {
        name: 'holds',
        label: 'It holds',
        first: 'chlorine',
        options: [option('chlorine', 'chlorine'), option('chloramine', 'chloramine')],
      },
      { name: 'chlorine', label: 'It reads', hint: 'mg/L of total chlorine' },
    ],
  },
  {
    id: 'disinfect',
    label: 'Disinfect gear',
    says: 'Bleach by its strength, and what ends it. Never where fish are.',
    water: true,
    needs: [],
    fields: [
      {
        name: 'strength',
        label: 'Bleach',
        first: 'b525',
        options: [option('b525', '5.25 %'), option('b6', '6 %'), option('b825', '8.25 %')],
      },
      { name: 'chlorine', label: 'Chlorine', hint: '200 mg/L if left empty, or 1:19' },
    ],
  },
  {
    id: 'stop_permanganate',
    label: 'Stop permanganate',
    says: 'What uses up what is left of it.',
    water: true,
    needs: ['level'],
    fields: [
      { name: 'level', label: 'Still in it', hint: 'mg/L' },
      { name: 'peroxide_percent', label: 'Peroxide', hint: '3 % if left empty' },
    ],
  },
  {
    id: 'what_is',
    label: 'What is this?',
    says: 'The way back: what an amount makes of this water, and where that stands.',
    water: true,
    needs: ['use', 'amount'],
    fields: [
      { name: 'use', label: 'Given for', list: 'uses' },
      ...product('use'),
      { name: 'amount', label: 'This went in', hint: '80 mg, 5 mL, 1½ tablets' },
    ],
  },
  {
    id: 'free_ammonia',
    label: 'Free ammonia',
    says: 'How much of what the kit reads is the part that burns gills.',
    water: false,
    needs: ['total', 'ph', 'temperature'],
    fields: [
      { name: 'total', label: 'The kit reads', hint: 'mg/L' },
      {
        name: 'total_as',
        label: 'It counts',
        first: 'n',
        options: [
          option('n', 'nitrogen (NH₃-N)'),
          option('nh3', 'ammonia (NH₃)'),
          option('nh4', 'ammonium (NH₄)'),
        ],
      },
      { name: 'ph', label: 'pH' },
      { name: 'temperature', label: 'Temperature' },
      { name: 'salinity', label: 'Salinity', hint: 'g/kg or SG; fresh if left empty' },
    ],
  },
  {
    id: 'half_life',
    label: 'A half-life of your own',
    says: 'From two readings with no change of water between them.',
    water: false,
    needs: ['before', 'after', 'hours'],
    fields: [
      { name: 'before', label: 'It read', hint: 'mg/L' },
      { name: 'after', label: 'Later it read', hint: 'mg/L' },
      { name: 'hours', label: 'Time between', hint: '24 h, 2 days' },
      { name: 'later', label: 'And left after', hint: '3 days' },
    ],
  },
]
