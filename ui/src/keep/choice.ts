// What somebody chose for this device, before anybody is known here: a word each, nothing about anyone.
const year = 365 * 24 * 3600

export const chosen = (name: string) =>
  new RegExp(`(?:^|; )urncloth-${name}=([\\w-]+)`).exec(document.cookie)?.[1] ?? ''

/** choose keeps a word; '' forgets it. */
export function choose(name: string, word: string) {
  document.cookie = `urncloth-${name}=${word}; path=/; samesite=strict; max-age=${word ? year : 0}`
}
