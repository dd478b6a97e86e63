// A language made of English for tests: Greek letters, a third longer. What stays in Latin letters stands in no table.
const longer = 3 // one letter more for each of so many

export const pseudo = {
  tag: 'qps',
  of: (words: string) =>
    words
      .replace(/[a-z]/g, (c) => String.fromCharCode('α'.charCodeAt(0) + ((c.charCodeAt(0) - 97) % 17)))
      .replace(/[A-Z]/g, 'Γ') + '·'.repeat(Math.floor(words.length / longer)),
}
