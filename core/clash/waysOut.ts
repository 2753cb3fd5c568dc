import type { Lever, LeverPatch, Trigger } from '../levers'
import type { Clash } from './clash'
import type { Suggestion } from './suggestChords'

/** One way out of a clash: what it is called, and the edit that does it. */
export type WayOut =
  { readonly label: string; readonly patch: LeverPatch } | { readonly label: string; readonly frameOn: string }

/** What can be done about a clash with one click. `suggestions` are free chords for the lever. */
export function waysOut(
  clash: Clash,
  lever: Pick<Lever, 'triggers' | 'scope'>,
  suggestions: readonly Suggestion[],
): WayOut[] {
  const trigger = lever.triggers.find((entry) => entry.id === clash.triggerId)
  if (clash.kind === 'frame-off') return [{ label: `Switch ${clash.owner.name} on`, frameOn: clash.owner.id }]
  if (!trigger) return []
  const altered = (part: Partial<Trigger>): LeverPatch => ({
    triggers: lever.triggers.map((entry) => (entry.id === trigger.id ? ({ ...entry, ...part } as Trigger) : entry)),
  })
  const ways: WayOut[] = []
  if (clash.kind === 'program-claim' && clash.severity === 'lost') {
    const scope = [clash.owner.id, ...(clash.more ?? [])].reduce<Lever['scope']>(excluding, lever.scope)
    ways.push({ label: 'Let the lever win', patch: altered({ wins: 'lever' }) })
    // A scope of no program at all would be no way out.
    if (scope.kind !== 'only' || scope.programIds.length > 0)
      ways.push({ label: clash.more ? 'Not in any of them' : `Not in ${clash.owner.name}`, patch: { scope } })
  }
  if (clash.kind === 'program-claim' && clash.severity === 'note')
    ways.push({
      label: `Let ${clash.more ? 'the programs' : clash.owner.name} win`,
      patch: altered({ wins: 'program' }),
    })
  if (clash.severity === 'lost' || clash.severity === 'ambiguous' || clash.severity === 'late') {
    for (const { chord } of suggestions.slice(0, 2))
      ways.push({
        label: `Take ${chord}`,
        patch: {
          triggers: lever.triggers.map((entry) =>
            entry.id === trigger.id ? { id: entry.id, kind: 'chord', chord, wins: entry.wins } : entry,
          ),
        },
      })
  }
  if (clash.kind === 'match-mode')
    ways.push({
      label: trigger.match === 'key' ? 'Go by the place of the key' : 'Go by the legend',
      patch: altered({ match: trigger.match === 'key' ? undefined : 'key' }),
    })
  return ways
}

function excluding(scope: Lever['scope'], programId: string): Lever['scope'] {
  if (scope.kind === 'only') return { kind: 'only', programIds: scope.programIds.filter((id) => id !== programId) }
  return { kind: 'except', programIds: [...(scope.kind === 'except' ? scope.programIds : []), programId] }
}
