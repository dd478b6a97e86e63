import { ask, type Problem } from '../../api/client'
import { t } from '../../i18n'

/** raw sends the bytes of a file as they are. */
export const raw = (file: File) => ({
  body: file as never,
  bodySerializer: (b: unknown) => b as never,
  headers: { 'Content-Type': file.type || 'image/jpeg' },
})

/** refused is what is wrong with a photograph, in words. */
export const refused = (e: Problem | null) =>
  e && (e.faults.length ? t('photos.that', { says: e.faults.map((f) => f.message).join('; ') }) : e.message)

/** each hands in several files, one after the other. */
export async function each<T>(files: File[], send: (file: File) => ReturnType<typeof ask<T>>) {
  let last: T | undefined
  for (const file of files) last = await send(file)
  return last
}
