/** Values that no well-meant body has at that place. */
const odd: readonly unknown[] = [
  null,
  true,
  0,
  -1,
  1.5,
  1e300,
  2 ** 31,
  Number.MAX_SAFE_INTEGER,
  -Number.MAX_SAFE_INTEGER,
  1e-9,
  -0,
  '',
  ' ',
  '\0',
  'a\0b',
  '\ud800',
  '\udfff\ud800',
  'constructor',
  '__proto__',
  'toString',
  'hasOwnProperty',
  '${',
  '${series}',
  '${nosuch}',
  '$${x}',
  '/',
  '../..',
  '/home/watch',
  'C:\\',
  '%00',
  'é☾𝌆',
  'x'.repeat(200),
  'x'.repeat(5000),
  '('.repeat(300),
  [],
  {},
  [[]],
  [null],
  { constructor: { prototype: {} } },
  Array.from({ length: 600 }, (_, i) => `item-${i}`),
]

type Random = () => number

const pick = <T>(list: readonly T[], random: Random): T => list[Math.floor(random() * list.length)]!

/** A value with a few things in it altered at random: left out, replaced, doubled, nested, renamed, exchanged. */
export function mutate(value: unknown, random: Random): unknown {
  const copy = structuredClone(value)
  const holder = { body: copy }
  const rounds = 1 + Math.floor(random() * 3)
  for (let i = 0; i < rounds; i++) alter(holder, random)
  return holder.body
}

function alter(holder: { body: unknown }, random: Random): void {
  const places = placesIn(holder)
  const { parent, key } = pick(places, random)
  const table = parent as Record<string, unknown>
  const value = table[key]
  switch (Math.floor(random() * 9)) {
    case 0:
      if (Array.isArray(parent)) parent.splice(Number(key), 1)
      else if (key !== 'body') Reflect.deleteProperty(table, key)
      return
    case 1:
    case 2:
      table[key] = structuredClone(pick(odd, random))
      return
    case 3:
      table[key] = [value, value]
      return
    case 4:
      table[key] = nested(value, 1 + Math.floor(random() * 200))
      return
    case 5:
      if (Array.isArray(value)) value.push(...structuredClone(value.slice(0, 5)))
      else table[key] = { [String(key)]: value }
      return
    case 6:
      table[key] =
        typeof value === 'string' ? value + pick(['', 'x', '\u200b', ' ', '/..', '+'], random) : String(value)
      return
    case 7:
      table[key] = typeof value === 'number' ? pick([value + 1, -value, value * 1e9, value / 3], random) : value
      return
    default: {
      const other = pick(places, random)
      table[key] = structuredClone((other.parent as Record<string, unknown>)[other.key])
    }
  }
}

function nested(value: unknown, depth: number): unknown {
  let made = value
  for (let i = 0; i < depth; i++) made = i % 2 === 0 ? [made] : { all: made }
  return made
}

function placesIn(root: object): { parent: object; key: string }[] {
  const places: { parent: object; key: string }[] = []
  const walk = (parent: object) => {
    for (const key of Object.keys(parent)) {
      if (places.length > 3000) return
      places.push({ parent, key })
      const value = (parent as Record<string, unknown>)[key]
      if (typeof value === 'object' && value !== null) walk(value)
    }
  }
  walk(root)
  return places
}
