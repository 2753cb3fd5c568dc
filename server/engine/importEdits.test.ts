import { expect, test } from 'vitest'
import { exportEntries } from '../../core/desktop'
import type { ImportItem } from '../../core/desktop'
import type { Lever } from '../../core/levers'
import { atOnce, valueOf } from '../../core/result'
import type { ImportBody } from '../../contract'
import { engineOfEach } from '../../tests/support/engineOfEach'
import { readEntryFiles, writeEntryFiles } from '../database/entryFileTable'
import { edit, redo, undo } from './edits'
import { entryFileId, importEntries, keptTextsOf, planEntries, textsToKeep } from './importEdits'

const its = engineOfEach()

const sky = '# ours\n[Desktop Entry]\nType=Application\nName=Sky\nName[de]=Himmel\nExec=/opt/sky --dim %F\nX-Fell=1\n'
const body = (text = sky, name = 'sky.desktop'): ImportBody => ({
  files: [{ name, base64: Buffer.from(text).toString('base64') }],
  frameId: 'desk',
  locale: 'en',
  desktop: '',
  forced: [],
})
const made = () => its.engine.store.book.allLevers.filter((lever: Lever) => lever.origin?.entry === 'sky')

async function plan(of: ImportBody) {
  const { store } = its.engine
  const kept = await keptTextsOf(store.database, store.book.levers.values())
  const items = atOnce(planEntries(of, kept, store.book, store.bench))
  return { kept, items, revision: store.book.revision, bench: store.bench }
}

async function take(of: ImportBody): Promise<ImportItem[]> {
  const planned = await plan(of)
  await writeEntryFiles(its.engine.store.database, textsToKeep(of))
  return valueOf(await edit(its.engine.store, importEntries(of, planned.kept, planned)))
}

async function exported(): Promise<string | undefined> {
  const { book, bench, database } = its.engine.store
  const kept = await keptTextsOf(database, book.levers.values())
  const tableFor = (frameId: string) => book.tableFor(frameId, bench)
  return exportEntries(made(), bench, tableFor, { fileText: (id) => kept.get(id), levers: book.allLevers }).files[0]
    ?.text
}

test('the text of a file stands in the store under what is in it, through undo and redo', async () => {
  const [item] = await take(body())
  expect([item!.fate, made().map(({ name }) => name)]).toEqual(['create', ['Sky']])
  expect(made()[0]!.origin).toEqual({ entry: 'sky', file: entryFileId(sky), locale: 'en' })
  expect(await exported()).toBe(sky)
  await undo(its.engine.store)
  expect(made()).toEqual([])
  await redo(its.engine.store)
  expect(await exported()).toBe(sky)
})

test('the same file again is as it is; a newer one is taken over, and undone to the text before', async () => {
  await take(body())
  expect((await plan(body())).items.map(({ fate }) => fate)).toEqual(['same'])
  const newer = sky.replace('--dim', '--bright').replace('# ours', '# theirs')
  const [item] = await take(body(newer))
  expect([item!.fate, item!.levers.map(({ fate }) => fate)]).toEqual(['change', ['change']])
  expect(await exported()).toBe(newer)
  await undo(its.engine.store)
  expect(await exported()).toBe(sky)
})

test('of two imports planned at once the second is planned again, against what the first made', async () => {
  const [one, other] = [await plan(body()), await plan(body())]
  await writeEntryFiles(its.engine.store.database, textsToKeep(body()))
  const answers = await Promise.all([
    edit(its.engine.store, importEntries(body(), one.kept, one)),
    edit(its.engine.store, importEntries(body(), other.kept, other)),
  ])
  expect(answers.map((answer) => valueOf(answer).map(({ fate }) => fate))).toEqual([['create'], ['same']])
  expect(made()).toHaveLength(1)
})

test('a frame that is gone meanwhile refuses the whole, and no lever is made', async () => {
  const gone = { ...body(), frameId: 'nowhere' }
  const planned = await plan(gone)
  const refused = await edit(its.engine.store, importEntries(gone, planned.kept, planned))
  expect(refused.ok ? [] : refused.issues.map(({ code }) => code)).toEqual(['frame-missing'])
  expect(made()).toEqual([])
})

test('texts are looked up many at a time, and only those that are there are found', async () => {
  const files = Array.from({ length: 450 }, (_, i) => ({ id: entryFileId(`text ${i}`), text: `text ${i}` }))
  await writeEntryFiles(its.engine.store.database, files)
  await writeEntryFiles(its.engine.store.database, files.slice(0, 10))
  const found = await readEntryFiles(its.engine.store.database, [...files.map(({ id }) => id), entryFileId('none')])
  expect([found.size, found.get(entryFileId('text 449'))]).toEqual([450, 'text 449'])
})
