import type { Device } from '../../bench'
import { own } from '../../result'
import { nameInWords } from './named'
import { after, quoted, skipArticle, wordAt } from './slot'
import type { SlotGrammar, SlotReading } from './slot'
import { readTargets, valueFor } from './targets'

/** A control with choices and one of them: `the long night plan`, `plan to Mains`, `mirror the right display`. */
export const setting: SlotGrammar = {
  read(given, context) {
    const span = skipArticle(given)
    const readings: SlotReading[] = []
    for (const entry of context.indexes.controls) {
      if (entry.kind !== 'choice') continue
      const [first] = entry.devices
      const one = first && own(first.controls, entry.controlId)
      const choices = one?.kind === 'choice' ? one.choices : []
      for (const { id, name } of choices) {
        const add = (to: number, devices: readonly Device[], sureness: number) => {
          const [only, ...others] = devices
          if (!only) return
          const target = { kind: 'devices', deviceIds: [only.id] }
          const value = { ...valueFor(target, entry.controlId), value: id }
          readings.push({
            to,
            value,
            sureness: others.length > 0 ? 0.6 : sureness,
            says: `${entry.name} ${name} of ${only.name}`,
          })
        }
        const words = name.toLowerCase().split(/\s+/)
        const controlWords = entry.name.toLowerCase().split(/\s+/)
        const said = after(span, words)
        // `Mirror` for `Mirrored`: the beginning of a name that is one word.
        const begun = wordAt(span)
        const near =
          !said && words.length === 1 && begun !== undefined && begun.length > 3 && words[0]!.startsWith(begun)
        const behind = said ?? (near ? { ...span, from: span.from + 1 } : undefined)
        if (behind) {
          const sureness = near ? 0.85 : 1
          const withControl = after(behind, controlWords)
          if (withControl) add(withControl.from, entry.devices, sureness)
          const on = after(behind, ['for|on|of']) ?? behind
          for (const target of readTargets(on, context))
            add(
              target.to,
              target.devices.filter((device) => entry.devices.includes(device)),
              Math.min(sureness, target.sureness),
            )
        }
        const control = after(span, controlWords)
        if (!control) continue
        const ofDevice = after(control, ['of|on'])
        const targets = ofDevice ? readTargets(ofDevice, context) : []
        const starts = [
          { from: control.from, devices: entry.devices as readonly Device[] },
          ...targets.map(({ to, devices }) => ({ from: to, devices })),
        ]
        for (const { from, devices } of starts) {
          const value = after({ ...span, from }, ['to|is|=', ...words]) ?? after({ ...span, from }, words)
          if (value)
            add(
              value.from,
              devices.filter((device) => entry.devices.includes(device)),
              1,
            )
        }
      }
    }
    return readings
  },
  write(value, context) {
    const {
      target,
      controlId,
      deviceId,
      value: id,
    } = value as { target?: unknown; controlId: string; deviceId?: string; value: unknown }
    const meant = target ?? { kind: 'devices', deviceIds: [deviceId] }
    const { kind, deviceIds = [] } = meant as { kind: string; deviceIds?: string[] }
    const only =
      kind === 'devices' && deviceIds.length === 1 ? own(context.indexes.names.bench.devices, deviceIds[0]!) : undefined
    const said = only && own(only.controls, controlId)
    const choice = said?.kind === 'choice' ? said.choices.find((one) => one.id === id) : undefined
    const name = only && nameInWords(only.name)
    if (!said || !choice || name === undefined || quoted(choice.name) === undefined) return undefined
    return `${said.name.toLowerCase()} of ${name} to ${choice.name}`
  },
}
