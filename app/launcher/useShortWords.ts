import { shortWordSchema, takenBy, wordsOfEntry } from '~~/core/finding'
import type { Findable, ShortWord } from '~~/core/finding'
import { own } from '~~/core/result'
import { useLeverActions } from '~/levers/useLeverActions'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { useSettingEdits } from '~/live/useSettingEdits'

/** Short words of anything: those of levers are their aliases, the others stand in the settings. Both can be undone. */
export function useShortWords() {
  const mirror = useMirror()
  const edits = useSettingEdits()
  const notices = useNotices()
  const { undo } = useLeverActions()

  function of({ id, target }: Findable): readonly string[] {
    if (target.kind === 'lever') return mirror.leverById.get(target.leverId)?.aliases ?? []
    return wordsOfEntry(mirror.settings.launcher.shortWords, id)
  }

  /** What else a word leads to, by name. */
  function alsoOf(entry: Findable, word: string): string[] {
    const { shortWords: words } = mirror.settings.launcher
    return takenBy(word, { words, levers: mirror.levers, except: entry.id }).map((id) => {
      const lever = mirror.leverById.get(id.replace(/^lever:/, ''))
      const known = own(mirror.bench.programs, id.replace(/^program:/, ''))?.name
      return lever ? `${lever.plate} ${lever.name}` : (known ?? id.replace(/^[a-z]+:/, ''))
    })
  }

  /** Why a word cannot be given; undefined where it can. */
  function whyNot(entry: Findable, word: string): string | undefined {
    const read = shortWordSchema.safeParse({ word, entryId: entry.id })
    if (!read.success) return read.error.issues[0]!.message
    const has = of(entry).some((known) => known.toLowerCase() === read.data.word.toLowerCase())
    return has ? `It has the word “${word.trim()}” already.` : undefined
  }

  async function set(entry: Findable, words: readonly string[], told: string): Promise<void> {
    const { target, id } = entry
    const lever = target.kind === 'lever' ? mirror.leverById.get(target.leverId) : undefined
    const wordsAfter = (before: readonly ShortWord[]) => [
      ...before.filter(({ entryId }) => entryId !== id),
      ...words.map((word) => ({ word, entryId: id })),
    ]
    const done = await notices.attempt<unknown>(() =>
      lever
        ? callApi('editLever', { id: lever.id, body: { version: lever.version, aliases: [...words] } })
        : edits.editSettings(({ launcher, ...rest }) => ({
            ...rest,
            launcher: { ...launcher, shortWords: wordsAfter(launcher.shortWords) },
          })),
    )
    if (done) notices.say(told, { label: 'Undo', act: undo })
  }

  const give = (entry: Findable, word: string): Promise<void> =>
    set(entry, [...of(entry), word.trim()], `“${word.trim()}” now leads to ${entry.name}.`)
  const take = (entry: Findable, word: string): Promise<void> =>
    set(
      entry,
      of(entry).filter((known) => known !== word),
      `“${word}” does not lead to ${entry.name} any more.`,
    )

  return { of, alsoOf, whyNot, give, take }
}
