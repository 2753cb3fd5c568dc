/** Ways of matching, best first. */
export const TIERS = [
  'alias',
  'name',
  'name-start',
  'initials',
  'word-start',
  'words',
  'inside',
  'alias-start',
  'detail',
  'slip',
  'letters',
] as const
export type Tier = (typeof TIERS)[number]

/** Why something was found, as a sentence about what was typed. */
export const tierWords: Readonly<Record<Tier, string>> = {
  alias: 'It is the alias.',
  name: 'It is the name.',
  'name-start': 'The name begins with it.',
  initials: 'They are the initials.',
  'word-start': 'A word of the name begins with it.',
  words: 'Words of the name begin with it, in some order.',
  inside: 'It stands inside the name.',
  'alias-start': 'An alias begins with it.',
  detail: 'It stands in what is said beside the name, such as the path.',
  slip: 'A word of the name begins with it but for a slip of the finger.',
  letters: 'The name has its letters, in order.',
}
