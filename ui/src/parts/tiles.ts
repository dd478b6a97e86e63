import type { PlanZone } from './words'

/** A tile of the zone plan: its outline on a sheet of 432 by 560, and where its name stands. */
export interface Tile {
  d: string
  x: number
  y: number
}
export const tiles: Record<PlanZone, Tile> = {
  forehead: { d: 'M96 16h240q46 0 52 62v30H44V78q6-62 52-62z', x: 216, y: 66 },
  brows: { d: 'M44 114h344v26H44z', x: 216, y: 132 },
  eyelids: { d: 'M64 146h108v40H64zM260 146h108v40H260z', x: 118, y: 171 },
  under_eyes: { d: 'M64 192h108v40H64zM260 192h108v40H260z', x: 118, y: 217 },
  nose: { d: 'M180 146h72v128h-72z', x: 216, y: 208 },
  cheeks: { d: 'M76 238h96v36h-24v70H88q-12-46-12-106zM260 238h96q0 60-12 106h-60v-70h-24z', x: 110, y: 286 },
  upper_lip: { d: 'M154 280h124v28H154z', x: 216, y: 299 },
  lips: { d: 'M154 314h124v36H154z', x: 216, y: 337 },
  chin: { d: 'M154 356h124v48q-30 20-62 20t-62-20z', x: 216, y: 392 },
  jaw: {
    d: 'M44 146h14v40q0 96 24 164h66v70Q44 396 44 146zM388 146h-14v40q0 96-24 164h-66v70q104-24 104-274z',
    x: 117,
    y: 380,
  },
  ears: { d: 'M8 150h30v92H8zM394 150h30v92h-30z', x: 23, y: 200 },
  neck: { d: 'M130 434h172v58H130z', x: 216, y: 468 },
  chest: { d: 'M30 498h372v56H30z', x: 216, y: 531 },
}
