export const phototypes = [
  { value: 1, label: 'I', hint: 'always burns' },
  { value: 2, label: 'II', hint: 'burns, tans little' },
  { value: 3, label: 'III', hint: 'burns now and then' },
  { value: 4, label: 'IV', hint: 'rarely burns' },
  { value: 5, label: 'V', hint: 'brown skin' },
  { value: 6, label: 'VI', hint: 'deeply pigmented skin' },
]
export const sensitivities = [
  { value: 0, label: '0 calm' },
  { value: 1, label: '1 a little' },
  { value: 2, label: '2 sensitive' },
  { value: 3, label: '3 reacts to most' },
]
export const wears = [
  { value: 'contact_lenses', label: 'Contact lenses' },
  { value: 'contact_lenses_stay', label: 'Lenses that stay in' },
  { value: 'lash_extensions', label: 'Lash extensions' },
  { value: 'glasses', label: 'Glasses' },
  { value: 'jewellery', label: 'Jewellery' },
]
export const marks = ['flaky', 'breakout', 'pigment', 'scar', 'irritated', 'sunburn', 'blister', 'broken', 'cold_sore']
export const conditions = [
  ...marks,
  'isotretinoin', 'retinoid', 'peel_light', 'peel_medium', 'peel_deep', 'laser', 'needling', 'injectables', 'rosacea', 'eczema', 'pregnant', 'asthma', 'eye_infection', 'exfoliated',
]
