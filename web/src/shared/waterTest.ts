/** The fields of a water test as they are typed; empty where nothing was read. */
export const NO_TEST = {
  temperature: '',
  ph: '',
  ammonia: '',
  nitrite: '',
  oxygen: '',
  chlorine: '',
  salinity: '',
  nitrate: '',
  chloride: '',
  copper: '',
}
