import { frameRef } from '../../core/frameFile'
import type { ListedFile } from './folderFiles'
import { blankFile } from './keptFile'
import type { KeptFile } from './keptFile'

/** The files of the watched folder by their names, those that are gone but keep a frame among them. */
export class KeptFiles {
  private readonly byName = new Map<string, KeptFile>()

  get(name: string): KeptFile | undefined {
    return this.byName.get(name)
  }

  put(file: KeptFile): void {
    this.byName.set(file.name, file)
  }

  delete(name: string): void {
    this.byName.delete(name)
  }

  /** As they are now; what comes or goes meanwhile does not alter the list. */
  all(): KeptFile[] {
    return [...this.byName.values()]
  }

  /** Those that have to do with frames, by name. */
  told(): KeptFile[] {
    return this.all()
      .filter(({ phase }) => phase !== 'other')
      .sort((a, b) => (a.name < b.name ? -1 : 1))
  }

  isAny(holds: (file: KeptFile) => boolean): boolean {
    return this.all().some(holds)
  }

  /** The file that keeps a frame, but for this one. */
  ofFrame(frameId: string, but?: KeptFile): KeptFile | undefined {
    return this.all().find((file) => file !== but && file.frameId === frameId)
  }

  /** The name of a file for a frame that no other has. */
  newName(frameName: string): string {
    const ref = frameRef(frameName)
    let name = `${ref}.frame.yaml`
    for (let i = 2; this.byName.has(name); i++) name = `${ref}-${i}.frame.yaml`
    return name
  }

  /** Whether one of fewer bytes than that was saved whole after an instant and has not been read yet. */
  isSavedSince(sinceMs: number, below: number): boolean {
    return this.isAny(
      ({ isPending, isHalf, seenAt, size = 0 }) => isPending && !isHalf && size < below && seenAt > sinceMs,
    )
  }

  /** What the folder holds at an instant: what is new or was written has to be read, what is not there is gone. */
  see(listed: readonly ListedFile[], nowMs: number): void {
    for (const { name, signature, inode, size, refused } of listed) {
      const file = this.byName.get(name) ?? blankFile(name, 'other')
      this.byName.set(name, file)
      if (file.signature === signature) continue
      const isOtherInode = file.inode !== undefined && file.inode !== inode
      Object.assign(file, {
        signature,
        inode,
        size,
        seenAt: nowMs,
        isOtherInode,
        isPending: refused === undefined,
        isHalf: false,
      })
      if (refused !== undefined) Object.assign(file, { phase: 'refused', message: refused, issues: [], apart: [] })
    }
    const names = new Set(listed.map(({ name }) => name))
    for (const file of this.all()) if (!names.has(file.name)) this.lose(file)
  }

  /** A file that is not there any more: its frame stays, and so does what is known of it. */
  private lose(file: KeptFile): void {
    if (file.frameId === undefined) {
      this.byName.delete(file.name)
      return
    }
    const { text: _text, document: _document, signature: _signature, inode: _inode, ...rest } = file
    const gone = { ...rest, phase: 'gone', issues: [], apart: [], isPending: false } as const
    this.byName.set(file.name, { ...blankFile(file.name, 'gone'), ...gone, message: undefined })
  }
}
