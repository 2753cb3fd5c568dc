import { lastPart } from '../command'

/** What files are, by the ending of their name. */
export const FILE_KINDS = ['document', 'picture', 'sound', 'film', 'table', 'archive', 'program', 'other'] as const
export type FileKind = (typeof FILE_KINDS)[number]

export const fileKindWords: Readonly<Record<FileKind, string>> = {
  document: 'Documents',
  picture: 'Pictures',
  sound: 'Sound',
  film: 'Films',
  table: 'Tables and data',
  archive: 'Archives',
  program: 'Programs',
  other: 'Other files',
}

const endings: Readonly<Record<Exclude<FileKind, 'other'>, string>> = {
  document: 'txt text log md rtf pdf odt doc docx odp ppt pptx deck plan html htm tex epub codes',
  picture: 'png jpg jpeg gif webp bmp tif tiff svg fit fits raw exposure dark flat frame overlay',
  sound: 'wav mp3 ogg oga flac opus m4a aiff mid midi m3u m3u8',
  film: 'mp4 m4v mkv webm mov avi ogv',
  table: 'csv tsv ods xls xlsx json yaml yml xml toml ini sql db atlas',
  archive: 'zip tar gz tgz bz2 xz zst 7z rar iso',
  program: 'desktop sh py js mjs exe bat cmd appimage deb rpm jar',
}

const kindByEnding = new Map(
  Object.entries(endings).flatMap(([kind, list]) => list.split(' ').map((ending) => [ending, kind as FileKind])),
)

/** What a file is, by the ending of its name; a name without an ending is something else, such as a program. */
export function fileKindOf(path: string): FileKind {
  const name = lastPart(path)
  const dot = name.lastIndexOf('.')
  return dot <= 0 ? 'other' : (kindByEnding.get(name.slice(dot + 1).toLowerCase()) ?? 'other')
}
