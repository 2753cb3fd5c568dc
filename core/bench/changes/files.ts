import { lastPart } from '../../command'
import { countOf } from '../../names'
import { fail, succeed } from '../../result'
import { canonicalJson, sameValue } from '../canonicalJson'
import { countIn, fileAt, kindAt, nodeAt, withFile, withMoved, withoutFile } from '../files'
import { benchIssue } from '../issues'
import { folderOf } from '../paths'
import { fileSchema, pathSchema } from '../schema'
import { defineChange, wasThere } from './defineChange'

/** Puts a file or an empty folder at a path, in place of what stands there; the folder above must be there. */
const put = defineChange({
  kind: 'file.put',
  fields: { path: pathSchema, file: fileSchema },
  apply(state, { path, file }) {
    const folder = folderOf(path)
    if (path !== '/' && kindAt(state.files, folder) !== 'folder')
      return fail(benchIssue({ code: 'folder-missing', folder, path }, 'path'))
    if (file.kind === 'file' && (path === '/' || countIn(state.files, path) > 0))
      return fail(benchIssue({ code: 'folder-full', path, wants: 'file' }, 'path'))
    return succeed(
      sameValue(fileAt(state.files, path), file) ? state : { ...state, files: withFile(state.files, path, file) },
    )
  },
  invert(before, { path }) {
    const file = fileAt(before.files, path)
    return file ? { kind: 'file.put', path, file } : { kind: 'file.remove', path }
  },
  describe({ path, file }, before) {
    if (file.kind === 'folder') return `The folder ${path} is made.`
    return `The file ${path} is ${before && fileAt(before.files, path) ? 'replaced' : 'put there'}.`
  },
  footprint(state, { path }) {
    const file = fileAt(state.files, path)
    const words = file?.kind === 'file' ? `a file of ${countOf(file.sizeBytes, 'byte')}` : 'a folder'
    return file && { same: canonicalJson(file), words }
  },
})

/** Removes a file or an empty folder. */
const remove = defineChange({
  kind: 'file.remove',
  fields: { path: pathSchema },
  apply(state, { path }) {
    if (!fileAt(state.files, path)) return fail(benchIssue({ code: 'file-missing', path }, 'path'))
    if (path === '/' || countIn(state.files, path) > 0)
      return fail(benchIssue({ code: 'folder-full', path, wants: 'remove' }, 'path'))
    return succeed({ ...state, files: withoutFile(state.files, path) })
  },
  invert: (before, { path }) => ({
    kind: 'file.put',
    path,
    file: wasThere(fileAt(before.files, path), `file ${path}`),
  }),
  describe({ path }, before) {
    const isFolder = before && kindAt(before.files, path) === 'folder'
    return `${isFolder ? 'The folder' : 'The file'} ${path} is removed.`
  },
  footprint: (state, { path }) => (fileAt(state.files, path) ? undefined : { same: 'removed', words: 'removed' }),
})

/**
 * Moves a file, or a folder with all that is in it, to a path where nothing stands. `binnedFrom` is where it lay before
 * it was thrown into the bin; what is taken out of it again says nothing of that.
 */
const move = defineChange({
  kind: 'file.move',
  fields: { from: pathSchema, to: pathSchema, binnedFrom: pathSchema.optional() },
  apply(state, { from, to, binnedFrom }) {
    const node = nodeAt(state.files, from)
    if (!node) return fail(benchIssue({ code: 'file-missing', path: from }, 'from'))
    if (from === '/' || to.startsWith(`${from}/`)) return fail(benchIssue({ code: 'into-itself', path: from }, 'to'))
    const isSame = from === to
    if (isSame && node.binnedFrom === binnedFrom) return succeed(state)
    if (!isSame && kindAt(state.files, to)) return fail(benchIssue({ code: 'name-taken', path: to }, 'to'))
    if (kindAt(state.files, folderOf(to)) !== 'folder')
      return fail(benchIssue({ code: 'folder-missing', folder: folderOf(to), path: to }, 'to'))
    return succeed({ ...state, files: withMoved(state.files, from, to, binnedFrom) })
  },
  invert(before, { kind, from, to }) {
    const { binnedFrom } = wasThere(nodeAt(before.files, from), `file ${from}`)
    return { kind, from: to, to: from, ...(binnedFrom === undefined ? {} : { binnedFrom }) }
  },
  describe({ from, to, binnedFrom }, before) {
    const isFolder = before && kindAt(before.files, from) === 'folder'
    const what = `${isFolder ? 'The folder' : 'The file'} ${from}`
    if (binnedFrom !== undefined) return `${what} is thrown into the bin.`
    if (before?.files && nodeAt(before.files, from)?.binnedFrom !== undefined)
      return `${what} comes out of the bin: ${to}.`
    return folderOf(from) === folderOf(to) ? `${what} is renamed to ${lastPart(to)}.` : `${what} moves to ${to}.`
  },
  footprint(state, { to }) {
    const file = fileAt(state.files, to)
    return file && { same: canonicalJson(file), words: file.kind === 'file' ? 'a file there' : 'a folder there' }
  },
})

export const fileChanges = [put, remove, move] as const
