import { watch } from 'node:fs'
import type { FSWatcher } from 'node:fs'
import { realpath, stat } from 'node:fs/promises'
import type { FrameFolderSummary } from '../../contract'
import { hasHeader, partKey } from '../../core/frameFile'
import type { ApartPart, FileIssue } from '../../core/frameFile'
import { fail, succeed } from '../../core/result'
import type { Result } from '../../core/result'
import { dropKeptFrame, readKeptFrames } from '../database/keptFrameTable'
import { StoreError } from '../database/lockStore'
import type { BookDelta } from '../engine/book'
import { SerialQueue } from '../engine/serialQueue'
import type { Store } from '../engine/store'
import { dropUnfinished, listFrameFiles, readText, signatureOf } from './folderFiles'
import { readFrameFileApart } from './frameFileApart'
import { FrameKeeper } from './frameKeeper'
import { blankFile, isCut, markUnreadable, markWrong, summaryOf } from './keptFile'
import type { KeptFile } from './keptFile'
import { KeptFiles } from './keptFiles'
import { report } from '../report'

/** A file is looked at once it was left alone for so long; an editor may save twice in a row. */
const QUIET_MS = 60
/** One that looks cut short may still be being written. */
const CUT_QUIET_MS = 1000
/** What a file system does not tell is found by looking. */
const SWEEP_MS = 2000
/** A key waits no longer for a file that was just saved. */
const KEY_WAITS_MS = 1500
/** Nor for one that is larger, in bytes. */
const KEY_WAITS_FOR = 200_000
/** Edits of the store in quick succession are written once. */
const STORE_QUIET_MS = 40

/**
 * Keeps frames in the files of one folder: what is saved in a file is in force at the next key, and what is edited in
 * the application is written into its file.
 */
export class FrameFolder {
  private readonly files = new KeptFiles()
  private readonly queue = new SerialQueue()
  private readonly keeper: FrameKeeper
  private isThere = true
  /** Busy with a file that no key waits for. */
  private isAtLarge = false
  private watcher: FSWatcher | undefined
  private sweep: NodeJS.Timeout | undefined
  private settling: NodeJS.Timeout | undefined
  private writing: NodeJS.Timeout | undefined
  private unwatchBook = () => {}
  private isClosed = false
  private told = ''

  private constructor(
    private readonly store: Store,
    readonly folder: string,
  ) {
    this.keeper = new FrameKeeper(store, folder, (file, frameId) => this.files.ofFrame(frameId, file))
  }

  /** Issue, as `StoreError`: the folder is none. */
  static async open(store: Store, given: string): Promise<FrameFolder> {
    const is = await stat(given).catch(() => undefined)
    if (!is?.isDirectory())
      throw new StoreError(`KEEN_FRAMES is ${given}, which is no folder. Make it, or leave KEEN_FRAMES out.`)
    const opened = new FrameFolder(store, await realpath(given))
    for (const { file, frameId, base } of await readKeptFrames(store.database))
      opened.files.put({ ...blankFile(file, 'gone'), frameId, ...(base ? { base } : {}) })
    await dropUnfinished(opened.folder)
    await opened.look()
    await opened.settle(0)
    opened.watch()
    return opened
  }

  get summary(): FrameFolderSummary {
    const files = this.files.told().map((file) => summaryOf(file, this.store.book.frames))
    return { folder: this.folder, isThere: this.isThere, files }
  }

  /** Resolves when what was saved so far is in force; neither a large file nor what may be half written is waited for. */
  caughtUp(): Promise<void> {
    const enough = new Promise<void>((resolve) => setTimeout(resolve, KEY_WAITS_MS).unref())
    return Promise.race([enough, this.catchUp()])
  }

  private async catchUp(): Promise<void> {
    if (this.isAtLarge) return
    await this.queue.run(() => this.look())
    while (this.files.isSavedSince(Date.now() - KEY_WAITS_MS, KEY_WAITS_FOR)) {
      await new Promise((resolve) => setTimeout(resolve, QUIET_MS / 4))
      await this.queue.run(() => this.settle())
    }
  }

  /** Keeps a frame in a file of the folder from now on. Issues: `frame-missing`, `kept-already`, `not-written`. */
  keep(frameId: string): Promise<Result<string>> {
    return this.queue.run(async () => {
      const frame = this.store.book.frames.get(frameId)
      if (!frame) return fail({ code: 'frame-missing', message: 'There is no such frame any more.', at: 'frameId' })
      const kept = this.files.ofFrame(frameId)
      if (kept)
        return fail({ code: 'kept-already', message: `${frame.name} is kept in ${kept.name} already.`, at: 'frameId' })
      await this.look()
      const name = this.files.newName(frame.name)
      const file = { ...blankFile(name, 'gone'), frameId }
      const written = await this.keeper.writeWhole(file)
      if (!written.ok) return written
      this.files.put(file)
      this.tell()
      return succeed(name)
    })
  }

  /** Writes a file that is gone again, or lets go of it. Issue: `file-missing`, `not-gone`, `not-written`. */
  actOn(name: string, act: 'write-again' | 'let-go'): Promise<Result<string>> {
    return this.queue.run(async () => {
      const file = this.files.get(name)
      if (!file) return fail({ code: 'file-missing', message: `No frame is kept in ${name}.`, at: 'file' })
      if (file.phase !== 'gone')
        return fail({ code: 'not-gone', message: `${name} is in the folder. Take it away there first.`, at: 'file' })
      if (act === 'write-again') {
        const written = await this.keeper.writeWhole(file)
        if (!written.ok) return written
      } else {
        this.files.delete(name)
        await this.store.aside((database) => dropKeptFrame(database, name))
      }
      this.tell()
      return succeed(name)
    })
  }

  /** Takes a part that is apart from one side. Issue: `not-apart`. */
  choose(name: string, part: Pick<ApartPart, 'kind' | 'key'>, side: 'file' | 'store'): Promise<Result<string>> {
    return this.queue.run(async () => {
      const file = this.files.get(name)
      const isApart = file?.apart.some((one) => partKey(one) === partKey(part)) === true
      if (!file || !isApart)
        return fail({ code: 'not-apart', message: 'Both sides are alike there by now.', at: 'key' })
      await this.keeper.reconcile(file, new Map([[partKey(part), side]]))
      this.tell()
      return succeed(name)
    })
  }

  async close(): Promise<void> {
    this.isClosed = true
    this.unwatchBook()
    this.watcher?.close()
    for (const timer of [this.sweep, this.settling, this.writing]) clearTimeout(timer)
    await this.queue.idle()
  }

  private watch(): void {
    this.unwatchBook = this.store.watchBook((delta) => this.onEdit(delta))
    const again = () => {
      if (this.isClosed) return
      void this.queue.run(() => this.look())
    }
    this.sweep = setInterval(() => {
      if (!this.watcher) this.watchFolder(again)
      again()
      if (this.files.isAny(({ phase }) => phase === 'unwritten')) void this.queue.run(() => this.writeEdits())
    }, SWEEP_MS).unref()
    this.watchFolder(again)
  }

  /** A folder that vanishes takes its watcher along; the sweep finds it when it is back. */
  private watchFolder(onEvent: () => void): void {
    try {
      const watcher = watch(this.folder, onEvent)
      const drop = () => {
        watcher.close()
        if (this.watcher === watcher) this.watcher = undefined
      }
      watcher.on('error', drop)
      watcher.on('close', drop)
      this.watcher = watcher
    } catch {
      this.watcher = undefined
    }
  }

  private onEdit({ levers, frames, values }: BookDelta): void {
    const isOfFrames = [levers, frames, values].some(({ changed, removed }) => changed.length + removed.length > 0)
    if (!isOfFrames || this.isClosed) return
    clearTimeout(this.writing)
    this.writing = setTimeout(() => void this.queue.run(() => this.writeEdits()), STORE_QUIET_MS)
  }

  /** What is in the folder now, without reading anything yet. */
  private async look(): Promise<void> {
    let listed
    try {
      listed = await listFrameFiles(this.folder)
    } catch {
      if (this.isThere) {
        this.isThere = false
        this.watcher?.close()
        this.watcher = undefined
        this.tell()
      }
      return
    }
    const isBack = !this.isThere
    this.isThere = true
    this.files.see(listed, Date.now())
    if (isBack) await this.writeEdits()
    this.tell()
    this.settleSoon()
  }

  private settleSoon(): void {
    if (this.isClosed || !this.files.isAny(({ isPending }) => isPending)) return
    clearTimeout(this.settling)
    this.settling = setTimeout(() => void this.queue.run(() => this.settle()), QUIET_MS / 2)
  }

  /** Reads what has been left alone for long enough. */
  private async settle(quietMs = QUIET_MS): Promise<void> {
    for (const file of this.files.all()) {
      const since = Date.now() - file.seenAt
      if (!file.isPending || since < quietMs) continue
      const read = await readText(this.folder, file.name)
      if (!read) continue
      if ('fault' in read) {
        file.isPending = false
        markUnreadable(file, read.fault)
        continue
      }
      file.isHalf = isCut(read.text, file) && quietMs > 0 && since < CUT_QUIET_MS
      if (file.isHalf) continue
      // Written again while it was read: that is looked at when it is quiet.
      const now = await signatureOf(this.folder, file.name)
      if (now?.signature !== file.signature) {
        await this.look()
        continue
      }
      file.isPending = false
      this.isAtLarge = read.text.length > KEY_WAITS_FOR
      try {
        await this.take(file, read.text)
      } catch (error) {
        // The others go on.
        report(`${file.name}`, error)
        markUnreadable(file, `It could not be taken over: ${error instanceof Error ? error.message : String(error)}`)
      } finally {
        this.isAtLarge = false
      }
    }
    this.tell()
    this.settleSoon()
  }

  private async take(file: KeptFile, text: string): Promise<void> {
    if (text === file.text && file.phase === 'in-step') return
    file.text = text
    file.message = undefined
    if (!hasHeader(text) && file.frameId === undefined) {
      file.phase = 'other'
      return
    }
    const read = await readFrameFileApart(text, this.store.bench.programs)
    if (!read.ok) {
      markWrong(file, read.issues as readonly FileIssue[])
      return
    }
    file.document = read.value
    await this.keeper.reconcile(file)
  }

  /** Writes what was edited in the application into its files. */
  private async writeEdits(): Promise<void> {
    if (!this.isThere) return
    const { frames } = this.store.book
    for (const file of this.files.all()) {
      // A frame that was deleted may have come back by an undo.
      if (file.phase === 'left' && this.isFrameOf(file)) await this.keeper.reconcile(file)
      if (file.frameId === undefined) continue
      if (!frames.has(file.frameId)) await this.keeper.letGo(file)
      else if (['in-step', 'apart', 'unwritten'].includes(file.phase)) await this.keeper.reconcile(file)
    }
    this.tell()
    this.settleSoon()
  }

  private isFrameOf({ document }: KeptFile): boolean {
    return [...this.store.book.frames.values()].some(({ name }) => name === document?.name)
  }

  /** Tells the tabs where anything of it differs from what they were told last. */
  private tell(): void {
    const { summary } = this
    const text = JSON.stringify(summary)
    if (text === this.told) return
    this.told = text
    this.store.feed.publish({ type: 'frame-folder', folder: summary })
  }
}
