import { actsOf, givenBy, whyNotYet } from '~~/core/finding'
import type { EntryAct, Findable, QuickAct } from '~~/core/finding'
import { useLeverActions } from '~/levers/useLeverActions'
import { callApi } from '~/live/callApi'
import { useNotices } from '~/live/useNotices'
import { useRack } from '~/live/useRack'
import type { Board, RackSpot } from './useBoard'
import { useEntryActs } from './useEntryActs'
import { useLauncherMemory } from './useLauncherMemory'
import { useShortWords } from './useShortWords'
import { useUninstall } from './useUninstall'

/** Acts after which one goes on where one was. */
const STAYS: readonly EntryAct[] = ['copy', 'pin', 'remove', 'forget']

/** What is done with the row that is chosen on the board: by Enter as the board is meant just then, or by an act of it. */
export function useBoardDeeds(board: Board, { open, close }: { open: () => void; close: () => void }) {
  const { mode, query, isWhy, row } = board
  const notices = useNotices()
  const levers = useLeverActions()
  const memory = useLauncherMemory()
  const words = useShortWords()
  const acts = useEntryActs()
  const rack = useRack()
  const uninstalling = useUninstall()

  /** What Enter does, once the board shows what belongs to what was typed. */
  async function go(isAnother = false): Promise<void> {
    await board.settled()
    const { value: now } = mode
    if (now.kind === 'word') return giveWord(now.entry)
    if (now.kind === 'uninstall') return takeOff(now.entry)
    const chosen = row.value
    switch (chosen?.kind) {
      case 'sum':
        board.take(chosen.sum)
        return acts.copy(String(chosen.sum.value))
      case 'quick':
        return pullQuick(chosen.quick)
      case 'spot':
        return now.kind === 'rack' ? putOnRack(now.entry, chosen.spot) : undefined
      case 'hit':
        return now.kind === 'open-with'
          ? openWith(now.entry, chosen.hit.entry)
          : perform(isAnother ? 'another' : 'go', chosen.hit.entry)
    }
  }

  /** An act of an entry; one that it does not have is nothing, but another of what there is only one of is that one. */
  async function perform(wanted: EntryAct, entry: Findable): Promise<void> {
    const has = actsOf(entry.kind).some(({ act }) => act === wanted)
    const act = !has && wanted === 'another' ? 'go' : wanted
    if (!has && act !== 'go') return
    switch (act) {
      case 'why':
        isWhy.value = !isWhy.value
        return
      case 'word':
      case 'open-with':
      case 'rack':
      case 'uninstall':
        return board.turnTo({ kind: act, entry })
      default:
        if ((act === 'go' || act === 'another') && acts.isThere(entry.target)) memory.learn(query.value, entry.id)
        if (!STAYS.includes(act)) close()
        await acts.perform(act, entry)
        if (board.isOpen.value) void board.look()
    }
  }

  async function giveWord(entry: Findable): Promise<void> {
    const word = query.value
    if (words.whyNot(entry, word) !== undefined) return
    finish()
    await words.give(entry, word)
  }

  /** A new page where none of the rows was meant. */
  function putOnRack({ id, name }: Findable, { label, pageId, rowId }: RackSpot): void {
    finish()
    const page = pageId === undefined ? rack.addPage(label) : undefined
    rack.put(id, name, page?.id ?? pageId!, page?.rows[0]!.id ?? rowId!)
  }

  /** Back to finding, or to the view that asked for the board. */
  function finish(): void {
    if (board.isAsked.value) close()
    else board.turnTo({ kind: 'find' })
  }

  async function takeOff({ target }: Findable): Promise<void> {
    if (target.kind !== 'program' || !uninstalling.canGo(target.programId)) return
    close()
    await uninstalling.uninstall(target.programId)
  }

  async function openWith({ target }: Findable, program: Findable): Promise<void> {
    close()
    const place = target.kind === 'address' ? target.address : 'path' in target ? target.path : undefined
    if (program.target.kind === 'program') await acts.open({ place, programId: program.target.programId })
  }

  /** A pull that is refused brings the board back with what was typed. */
  async function pullQuick(quick: QuickAct): Promise<void> {
    if (whyNotYet(quick) !== undefined) return
    const { value: typed } = query
    close()
    const run = await notices.attempt(() =>
      callApi('pullLever', { id: quick.lever.id, body: { source: 'launcher', inputs: givenBy(quick) } }),
    )
    if (run) {
      memory.learn(quick.alias, `lever:${quick.lever.id}`)
      levers.tell(run)
    } else if (!board.isOpen.value) {
      open()
      query.value = typed
    }
  }

  return { go, perform }
}
