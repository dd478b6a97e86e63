import { t } from '../i18n'
import { plain } from '../i18n/names'
import type { Schemas } from '../api/client'

/** A base has a colour and a texture, so that neither alone has to tell it. */
export const bases = [
  'water',
  'emulsion',
  'silicone',
  'oil',
  'powder',
] as const satisfies readonly Schemas['KitBase'][]
export const nameOf = (base: string) => (base && plain(base, 'base')) || t('textures.noBaseTold')
export const fillOf = (base: string, wet: boolean) =>
  `url(#${wet ? 'wet-' : 'set-'}${bases.includes(base as never) ? base : 'none'})`
