import { own } from '~~/core/result'
import { keyOwners } from '~~/core/clash'
import type { ClashIndex, ClashInput, KeyOwnership } from '~~/core/clash'
import { keyboardOf, keyLabel, MODIFIERS, modifierOfCode, placeKeys } from '~~/core/keys'
import type { Modifier } from '~~/core/keys'
import { DEFAULT_KEYS, describeScope, describeTrigger, isLive } from '~~/core/levers'
import type { Frame } from '~~/core/levers'

/** What a cheat sheet is of: one frame, with one program in front. */
export interface SheetContent {
  readonly frame: Frame
  readonly frontProgramId: string | undefined
  readonly input: ClashInput
  readonly index: ClashIndex
}

const UNIT = 42

/** The layers in which levers of the frame have a key, the most used first. */
function layersOf({
  frame,
  frontProgramId,
  input,
  index,
}: SheetContent): { modifiers: Modifier[]; owners: Map<string, KeyOwnership> }[] {
  const keys = input.keys ?? DEFAULT_KEYS
  const frames = input.frames.map((entry) => (entry.id === frame.id ? { ...entry, on: true } : entry))
  const isOurs = (owner: KeyOwnership['owners'][number]) =>
    owner.kind === 'lever' && input.levers.find((lever) => lever.id === owner.id)?.frameId === frame.id
  return Array.from({ length: 1 << MODIFIERS.length }, (_, bits) => MODIFIERS.filter((_modifier, i) => bits & (1 << i)))
    .map((modifiers) => {
      const owned = keyOwners(keyboardOf(keys.keyboard).codes, modifiers, frontProgramId, { ...input, frames }, index)
        .map((entry) => ({ ...entry, owners: entry.owners.filter(isOurs) }))
        .filter((entry) => entry.owners.length > 0)
      return { modifiers, owners: new Map(owned.map((entry) => [entry.code, entry])) }
    })
    .filter((layer) => layer.owners.size > 0)
    .sort((a, b) => b.owners.size - a.owners.size)
}

/** One drawing for each layer, black on white, to be printed. */
export function cheatSheetSvg(content: SheetContent): string {
  const keys = content.input.keys ?? DEFAULT_KEYS
  const { form, size } = keyboardOf(keys.keyboard)
  const placed = placeKeys(form, size)
  const width = Math.max(...placed.map((key) => key.x + key.width)) * UNIT + 20
  const height = Math.max(...placed.map((key) => key.y + key.height)) * UNIT
  const layers = layersOf(content)
  const drawings = layers
    .map(({ modifiers, owners }, i) => {
      const top = 50 + i * (height + 40)
      const plates = placed
        .map((key) => {
          const owner = owners.get(key.code)?.owners[0]
          const isHeld = modifiers.includes(modifierOfCode(key.code)!)
          const [x, y] = [10 + key.x * UNIT, top + 8 + key.y * UNIT]
          return (
            `<rect x="${x}" y="${y}" width="${key.width * UNIT - 3}" height="${key.height * UNIT - 3}" ` +
            `rx="2" fill="${isHeld ? '#ddd' : 'none'}" stroke="#000" stroke-width="${owner ? 1.6 : 0.5}"/>` +
            `<text x="${x + 4}" y="${y + 12}" font-size="10" ` +
            `fill="${owner ? '#000' : '#777'}">${escape(keyLabel(keys.legends, key.code))}</text>` +
            (owner
              ? wrap(owner.name, key.width)
                  .map((line, n) => `<text x="${x + 4}" y="${y + 23 + n * 8}" font-size="7.5">${escape(line)}</text>`)
                  .join('')
              : '')
          )
        })
        .join('')
      return (
        `<text x="10" y="${top}" font-size="14" ` +
        `font-weight="bold">${escape(modifiers.length > 0 ? `${modifiers.join('+')} and` : 'Without modifiers')}</text>${plates}`
      )
    })
    .join('\n')
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${60 + layers.length * (height + 40)}" ` +
    `font-family="sans-serif">\n<text x="10" y="26" font-size="18" ` +
    `font-weight="bold">${escape(titleOf(content))}</text>\n${drawings}\n</svg>\n`
  )
}

/** A page with the drawings and a table of all keys of the frame, those that are no chords too. */
export function cheatSheetHtml(content: SheetContent): string {
  const { frame, frontProgramId, input } = content
  const rows = input.levers
    .filter((lever) => lever.frameId === frame.id && lever.triggers.length > 0 && isLive(lever.scope, frontProgramId))
    .map((lever) => {
      const keys = lever.triggers.map((trigger) => `<kbd>${escape(describeTrigger(trigger))}</kbd>`).join(' ')
      const scope = escape(describeScope(lever.scope, { programs: input.programs }))
      return `<tr><td>${lever.plate}</td><td>${escape(lever.name)}</td><td>${keys}</td><td>${scope}</td></tr>`
    })
  return `<!doctype html>
<html lang="en">
<meta charset="utf-8">
<title>${escape(titleOf(content))}</title>
<style>
body { font: 14px sans-serif; margin: 2em; color: #000; background: #fff }
svg { width: 100%; height: auto }
table { border-collapse: collapse; width: 100%; margin-top: 1em }
td, th { border-bottom: 1px solid #999; padding: 4px 8px; text-align: left }
kbd { border: 1px solid #000; border-radius: 2px; padding: 1px 5px; font: 13px monospace }
@page { margin: 12mm }
</style>
${cheatSheetSvg(content)}<table>
<tr><th>No.</th><th>Lever</th><th>Keys</th><th>Live</th></tr>
${rows.join('\n')}
</table>
</html>
`
}

function titleOf({ frame, frontProgramId, input }: SheetContent): string {
  const front = frontProgramId === undefined ? undefined : own(input.programs, frontProgramId)?.name
  return `Keys of ${frame.name}${front ? `, with ${front} in front` : ''}`
}

/** At most two lines of what fits on a key. */
function wrap(text: string, width: number): string[] {
  const room = Math.floor((width * UNIT - 8) / 4)
  const lines: string[] = []
  for (const word of text.split(' ')) {
    const last = lines.at(-1)
    if (last !== undefined && `${last} ${word}`.length <= room) lines[lines.length - 1] = `${last} ${word}`
    else lines.push(word.slice(0, room))
  }
  return lines.slice(0, 2)
}

function escape(text: string): string {
  return text.replace(/[&<>"]/g, (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign]!)
}
