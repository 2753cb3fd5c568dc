import { computed, ref, toRefs } from 'vue'
import type { Lever, LeverIcon } from '~~/core/levers'
import { countOf } from '~~/core/names'
import { own } from '~~/core/result'
import { chordsInRow, clashesOfRows, columnsOf, makeDistinct, nameFrom, planVariants } from '~~/core/variants'
import type { VariantColumn } from '~~/core/variants'
import { useKept } from '~/live/useKept'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { columnHead } from './readCsv'
import type { DraftRow } from './readCsv'

/** The rows that variants of a pattern are made from: kept until they are made, named, given chords, and checked. */
export function useVariantRows(patternNow: () => Lever) {
  const pattern = computed(patternNow)
  const mirror = useMirror()
  const notices = useNotices()
  const columns = computed(() => columnsOf(pattern.value, mirror.bench))
  const valueColumns = computed(() => columns.value.filter((column) => column.choices && column.choices.length > 0))
  const shownIds = ref<string[]>(columns.value.filter((column) => column.kind === 'value').map((column) => column.id))
  const shown = computed(() => columns.value.filter((column) => shownIds.value.includes(column.id)))
  const { kept, isTouched, wasRestored, forget } = useKept(`keen-lever.variants.${pattern.value.id}`, {
    rows: [] as DraftRow[],
    template: `${pattern.value.name}, {${valueColumns.value[0] ? columnHead(valueColumns.value[0]) : 'n'}}`,
    firstChord: 'Ctrl+Alt+1',
    csv: '',
  })
  const { rows, template, firstChord, csv } = toRefs(kept.value)
  const wasTried = ref(false)
  let count = Math.max(0, ...rows.value.map((row) => row.id))

  function add(part: Partial<DraftRow> = {}): void {
    rows.value = [...rows.value, { id: ++count, name: '', chord: '', icon: '', cells: {}, ...part }]
  }

  /** Names by the template for rows that have none, or for all; made distinct among themselves and from what is there. */
  function nameRows(all: boolean): void {
    const wanted = rows.value.map((row, i) =>
      all || row.name === ''
        ? nameFrom(template.value, columns.value, row.cells).replaceAll('{n}', String(i + 1))
        : row.name,
    )
    const names = makeDistinct(
      wanted,
      mirror.levers.map((lever) => lever.name),
    )
    rows.value = rows.value.map((row, i) => ({ ...row, name: names[i]! }))
  }

  function addFromList(column: VariantColumn, only?: readonly string[]): void {
    if (!shownIds.value.includes(column.id)) shownIds.value = [...shownIds.value, column.id]
    for (const choice of column.choices ?? [])
      if (!only || only.includes(choice.value)) add({ cells: { [column.id]: choice.value } })
    nameRows(false)
  }

  const chordInput = computed(() => ({
    pattern: pattern.value,
    levers: mirror.levers,
    frames: mirror.framesLive,
    bench: mirror.bench,
    keys: mirror.keySettings,
  }))
  function giveChords(): void {
    const chords = chordsInRow(firstChord.value, rows.value.length, chordInput.value)
    if (!chords.ok) return notices.show({ text: chords.issues[0]!.message, tone: 'fault' })
    rows.value = rows.value.map((row, i) => ({ ...row, chord: chords.value[i] ?? '' }))
    const without = rows.value.length - chords.value.length
    if (without === 0) return
    const free = `${countOf(chords.value.length, 'free chord')} from ${firstChord.value} on`
    notices.say(`${free}; ${without === 1 ? 'one row has' : `${without} rows have`} none.`)
  }

  function takeRows(read: readonly Partial<DraftRow>[]): void {
    const used = columns.value
      .filter(({ id }) => read.some((row) => own(row.cells ?? {}, id) !== undefined))
      .map(({ id }) => id)
    shownIds.value = [...new Set([...shownIds.value, ...used])]
    for (const row of read) add(row)
    nameRows(false)
    csv.value = ''
  }

  const wanted = computed(() =>
    rows.value.map((row) => ({
      name: row.name,
      chord: row.chord,
      cells: row.cells,
      ...(row.icon === ''
        ? {}
        : {
            icon: {
              kind: 'set',
              name: row.icon.trim().toLowerCase().replaceAll(' ', '-'),
              colour: 'ink',
            } satisfies LeverIcon,
          }),
    })),
  )
  const plan = computed(() => planVariants({ ...chordInput.value, rows: wanted.value }))
  const clashes = computed(() => clashesOfRows({ ...chordInput.value, rows: wanted.value }))

  function issueOf(index: number, part: string): string | undefined {
    if (plan.value.ok) return undefined
    const issue = plan.value.issues.find((entry) => entry.at === `rows.${index}.${part}`)
    const isEmpty = part === 'name' && rows.value[index]!.name.trim() === ''
    return issue && (wasTried.value || !isEmpty) ? issue.message : undefined
  }

  return {
    columns,
    valueColumns,
    shownIds,
    shown,
    rows,
    template,
    firstChord,
    csv,
    isTouched,
    wasRestored,
    wasTried,
    forget,
    add,
    nameRows,
    addFromList,
    giveChords,
    takeRows,
    wanted,
    plan,
    clashes,
    issueOf,
  }
}
