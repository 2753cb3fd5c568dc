import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs'
import { readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { StoreContent } from './content'
import { writeContent } from './writtenContent'

/** Why a backup was made: at the first start of a day, because somebody wanted one, or before another was restored. */
export const BACKUP_KINDS = ['daily', 'wanted', 'before-restore'] as const
export type BackupKind = (typeof BACKUP_KINDS)[number]

/** A backup in the folder of a store. */
export interface Backup {
  readonly file: string
  readonly kind: BackupKind
  readonly atMs: number
  readonly bytes: number
}

/** So many of each kind are kept, the latest. */
const KEPT: Record<BackupKind, number> = { daily: 7, wanted: 20, 'before-restore': 7 }

const folderOf = (store: string) => join(store, 'backups')
const named = /^(\d{4})-(\d{2})-(\d{2})-(\d{2})(\d{2})(\d{2})(?:-(\d+))?\.(daily|wanted|before-restore)\.keen-backup$/

/** `2026-11-24-213005.daily.keen-backup`, by the local clock. */
function fileName(atMs: number, kind: BackupKind, again: number): string {
  const at = new Date(atMs)
  const two = (number: number) => String(number).padStart(2, '0')
  const day = `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}`
  const time = `${two(at.getHours())}${two(at.getMinutes())}${two(at.getSeconds())}`
  return `${day}-${time}${again > 1 ? `-${again}` : ''}.${kind}.keen-backup`
}

/** The backups in the folder of a store, the latest first. */
export function backupsOf(store: string): Backup[] {
  const folder = folderOf(store)
  if (!existsSync(folder)) return []
  return readdirSync(folder)
    .flatMap((file): Backup[] => {
      const [, year, month, day, hour, minute, second, again = '1', kind] = named.exec(file) ?? []
      if (kind === undefined) return []
      const at = new Date(Number(year), Number(month) - 1, Number(day), Number(hour), Number(minute), Number(second))
      // Those of one second are told apart by their numbers.
      const atMs = at.getTime() + Number(again) - 1
      return [{ file, kind: kind as BackupKind, atMs, bytes: statSync(join(folder, file)).size }]
    })
    .sort((a, b) => b.atMs - a.atMs)
}

/** Writes a backup, as a whole or not at all, and drops the oldest of its kind. */
export async function writeBackup(
  store: string,
  content: StoreContent,
  kind: BackupKind,
  atMs: number,
): Promise<Backup> {
  const folder = folderOf(store)
  mkdirSync(folder, { recursive: true })
  let again = 1
  while (existsSync(join(folder, fileName(atMs, kind, again)))) again += 1
  const file = fileName(atMs, kind, again)
  const bytes = await writeContent(content, atMs)
  await writeFile(join(folder, `${file}.new`), bytes)
  renameSync(join(folder, `${file}.new`), join(folder, file))
  const ofKind = backupsOf(store).filter((one) => one.kind === kind)
  for (const { file: older } of ofKind.slice(KEPT[kind])) rmSync(join(folder, older), { force: true })
  return backupsOf(store).find((one) => one.file === file)!
}

/** The bytes of a backup of the store; undefined where there is none of that name. */
export async function readBackup(store: string, file: string): Promise<Buffer | undefined> {
  if (!backupsOf(store).some((one) => one.file === file)) return undefined
  return readFile(join(folderOf(store), file))
}

/** Whether a day of the local clock has its own backup. */
export function hasDaily(store: string, atMs: number): boolean {
  const day = new Date(atMs).toDateString()
  return backupsOf(store).some((one) => one.kind === 'daily' && new Date(one.atMs).toDateString() === day)
}
