import { fileSide, idsByName, mergeFrames, placesIn, storeSide } from '../../core/frameFile'
import type { Choices, FrameDocument, StoredFrame } from '../../core/frameFile'
import { fail, succeed } from '../../core/result'
import type { Issue, Result } from '../../core/result'
import { dropKeptFrame, writeKeptFrame } from '../database/keptFrameTable'
import type { BookState } from '../engine/bookState'
import { breathe } from '../database/rows'
import { edit } from '../engine/edits'
import { importFrameFile } from '../engine/frameFileEdits'
import type { KnownOfFile } from '../engine/frameFileEdits'
import type { Store } from '../engine/store'
import { signatureOf, writeText } from './folderFiles'
import { writeFrameFileApart } from './frameFileApart'
import { issueAt, markWrong, saysOf } from './keptFile'
import type { KeptFile } from './keptFile'

/** Edits between reading the store and altering it make it be read again; so often. */
const MOST_TRIES = 8

/** How far file and store were brought together: `again` where one of them was altered meanwhile. */
type Step = 'done' | 'again'

/** Brings the text of a file and its frame in the store together. */
export class FrameKeeper {
  constructor(
    private readonly store: Store,
    private readonly folder: string,
    /** The other file that a frame is kept in. */
    private readonly otherOf: (file: KeptFile, frameId: string) => KeptFile | undefined,
  ) {}

  /** Takes over what only one of them altered; what they contradict each other in is chosen, or stays apart. */
  async reconcile(file: KeptFile, chosen?: Choices): Promise<void> {
    for (let tries = 0; tries < MOST_TRIES; tries += 1) {
      if ((await this.reconcileOnce(file, chosen)) === 'done') return
    }
    // It is looked at again with what comes next.
    file.isPending = true
  }

  private async reconcileOnce(file: KeptFile, chosen: Choices | undefined): Promise<Step> {
    const { document, text } = file
    if (!document || text === undefined) return 'done'
    const { revision } = this.store.book
    const stored = this.storedOf(file, document.name)
    if (!stored && file.frameId !== undefined) {
      // Deleted while this was at it, or while nobody looked; made anew from the file it would not stay so.
      await this.letGo(file)
      return 'done'
    }
    if (!stored) return this.make(file, document, revision)
    const other = this.otherOf(file, stored.frame.id)
    if (other) {
      const message = `${stored.frame.name} is kept in ${other.name} already.`
      markWrong(file, [issueAt(placesIn(text)(['frame']), message)])
      return 'done'
    }
    // Of a large frame each part takes a while: keys come through between them.
    const typed = fileSide(document, stored, file.base)
    await breathe()
    const stands = storeSide(stored)
    await breathe()
    const merge = mergeFrames(file.base, typed, stands, chosen)
    await breathe()
    if (this.store.book.revision !== revision) return 'again'
    if (merge.changesStore) {
      const known = { frameId: stored.frame.id, idByName: idsByName(file.base) }
      return this.alter(file, merge.toStore, revision, known)
    }
    if (merge.changesFile) {
      const after = await writeFrameFileApart(merge.toFile, this.store.bench.programs, { before: text })
      if (!(await this.write(file, after, text))) return 'done'
      file.document = merge.toFile
      file.last = { atMs: Date.now(), by: 'store', says: 'what was edited here was written' }
      return 'again'
    }
    const inStore = stands.document
    const phase = merge.apart.length > 0 ? 'apart' : 'in-step'
    Object.assign(file, { phase, apart: merge.apart, inStore, issues: [], message: undefined })
    await this.keep(file, stored.frame.id, merge.base)
    return 'done'
  }

  /** A frame that is only in the file. */
  private async make(file: KeptFile, document: FrameDocument, revision: number): Promise<Step> {
    file.base = undefined
    return this.alter(file, document, revision, {})
  }

  /** Alters the store to be what a document says, where nothing was edited since `revision`. */
  private async alter(file: KeptFile, document: FrameDocument, revision: number, known: KnownOfFile): Promise<Step> {
    const label = `${file.name} was saved`
    const made = await edit(this.store, (state: BookState) => {
      if (state.revision !== revision) return fail({ code: 'stale', message: 'Something was edited meanwhile.' })
      return importFrameFile(document, 'delete', { ...known, label })(state)
    })
    if (!made.ok && made.issues.some(({ code }) => code === 'stale')) return 'again'
    if (!made.ok) {
      markWrong(file, this.placed(file, made.issues))
      return 'done'
    }
    file.frameId = known.frameId ?? [...this.store.book.frames.values()].find(({ name }) => name === document.name)?.id
    file.last = { atMs: Date.now(), by: 'file', says: saysOf(made.value) }
    // What came of it, numbers of new levers among it, is compared anew.
    return 'again'
  }

  /** Issues of levers where the file has them. */
  private placed({ text = '', document }: KeptFile, issues: readonly Issue[]) {
    const placeOf = placesIn(text)
    return issues.map(({ message }) => {
      const name = document?.levers.find((lever) => message.startsWith(`${lever.name}: `))?.name
      return issueAt(placeOf(name === undefined ? [] : ['levers', name]), message)
    })
  }

  /** A whole file, where there is none. Issues: `frame-missing`, `not-written`. */
  async writeWhole(file: KeptFile): Promise<Result<string>> {
    const stored = this.storedOf(file, '')
    if (!stored) return fail({ code: 'frame-missing', message: 'There is no such frame any more.', at: 'frameId' })
    const { document, ids } = storeSide(stored)
    const names = document.levers.map(({ name }) => name)
    const twice = names.find((name, i) => names.indexOf(name) !== i)
    if (twice !== undefined) {
      const message = `Two levers of ${document.name} are called ${twice}. Give one of them another name first.`
      return fail({ code: 'not-written', message, at: 'frameId' })
    }
    if (!(await this.write(file, await writeFrameFileApart(document, this.store.bench.programs), undefined)))
      return fail({ code: 'not-written', message: file.message ?? 'It cannot be written.', at: 'frameId' })
    const { levers, values, ...frame } = document
    const last = { atMs: Date.now(), by: 'store', says: 'written' } as const
    Object.assign(file, { phase: 'in-step', document, issues: [], apart: [], message: undefined, last })
    await this.keep(file, stored.frame.id, {
      frame,
      values,
      levers: levers.map((lever, i) => ({ id: ids[i]!, lever })),
    })
    return succeed(file.name)
  }

  /** Its frame was deleted here: the file stays as it is, and makes a new frame when it is saved again. */
  async letGo(file: KeptFile): Promise<void> {
    const message = 'Its frame was deleted here. The file is as it was; saved again, it makes the frame anew.'
    Object.assign(file, { frameId: undefined, base: undefined, apart: [], issues: [], phase: 'left', message })
    await this.store.aside((database) => dropKeptFrame(database, file.name))
  }

  private async keep(file: KeptFile, frameId: string, base: NonNullable<KeptFile['base']>): Promise<void> {
    file.frameId = frameId
    file.base = base
    await this.store.aside((database) => writeKeptFrame(database, file.name, frameId, base))
  }

  /** The frame that a file is about, with all that is in it, where there is one. */
  private storedOf({ frameId }: KeptFile, name: string): StoredFrame | undefined {
    const { book } = this.store
    const frame = frameId === undefined ? book.allFrames.find((one) => one.name === name) : book.frames.get(frameId)
    if (!frame) return undefined
    return {
      frame,
      levers: book.allLevers.filter((lever) => lever.frameId === frame.id),
      values: book.allValues.filter((value) => value.frameId === frame.id),
      names: book,
    }
  }

  /** Whether a text was written; one that an editor saved meanwhile is left for when that has been read. */
  private async write(file: KeptFile, text: string, before: string | undefined): Promise<boolean> {
    const written = await writeText(this.folder, file.name, text, before)
    if (written.fate === 'written') {
      const now = await signatureOf(this.folder, file.name)
      Object.assign(file, { text, ...now, isPending: false })
      return true
    }
    if (written.fate === 'refused') {
      file.message = `What was edited here is not in the file: ${written.why}`
      file.phase = 'unwritten'
    } else file.signature = undefined
    return false
  }
}
