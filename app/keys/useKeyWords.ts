import type { KeyLogEntry } from '~~/contract'
import { describeTurn, turntableOf } from '~~/core/levers'
import { describeDecision } from '~~/core/resolve'
import { useMirror } from '~/live/useMirror'
import { useExplainNames } from './useExplainNames'

/** What became of a key event, as one sentence; of a turntable that it opened too. */
export function useKeyWords() {
  const mirror = useMirror()
  const names = useExplainNames()
  return ({ decision, turn }: KeyLogEntry): string => {
    const lever = turn === undefined ? undefined : mirror.leverById.get(decision.leverId!)
    const name = lever ? `${lever.plate} ${lever.name}` : 'a lever that is gone'
    if (turn === undefined) return describeDecision(decision, names.value)
    if (turn === null) return `Opened the turntable of ${name}.`
    const table = lever && turntableOf(lever, (id) => mirror.leverById.get(id), mirror.names)
    return `${name}: ${describeTurn(turn, table)}`
  }
}
