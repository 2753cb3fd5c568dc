import { z } from 'zod'
import { hashOf } from '../../hash'
import { countOf } from '../../names'
import { fail, own, succeed } from '../../result'
import { sameValue } from '../canonicalJson'
import { benchIssue } from '../issues'
import { idSchema, LONGEST_DOCUMENT } from '../schema'
import type { BenchDocument, BenchState, Draft } from '../schema'
import { draftOf } from '../draft'
import { documentName } from '../windows'
import { defineChange, wasThere } from './defineChange'

const offsetSchema = z.number().int().nonnegative()

/**
 * Puts `inserts` in place of the `deletes` units at `at`, and the cursor somewhere. With `asFile`, the text is that of
 * the file again, as before it was written in.
 */
const edit = defineChange({
  kind: 'document.edit',
  fields: {
    windowId: idSchema,
    path: z.string().max(200_000),
    at: offsetSchema,
    deletes: offsetSchema,
    inserts: z.string().max(LONGEST_DOCUMENT),
    cursor: offsetSchema,
    anchor: offsetSchema.optional(),
    unsaved: z.boolean(),
    asFile: z.literal(true).optional(),
  },
  apply(state, { windowId, path, at, deletes, inserts, cursor, anchor, unsaved, asFile }) {
    const window = own(state.windows, windowId)
    if (!window) return fail(benchIssue({ code: 'window-missing', windowId }, 'windowId'))
    const document = window.content.documents.find((entry) => entry.path === path)
    if (!document) return fail(benchIssue({ code: 'document-missing', path }, 'path'))
    const { text } = draftOf(state, document)
    if (!asFile && at + deletes > text.length) return fail(benchIssue({ code: 'text-altered', path }, 'at'))
    const after = text.slice(0, at) + inserts + text.slice(at + deletes)
    if (after.length > LONGEST_DOCUMENT) return fail(benchIssue({ code: 'text-too-long', path }, 'inserts'))
    const { draft: _before, ...rest } = document
    const draft: Draft = {
      text: after,
      cursor: Math.min(cursor, after.length),
      ...(anchor === undefined ? {} : { anchor: Math.min(anchor, after.length) }),
    }
    const written: BenchDocument = asFile ? { ...rest, unsaved } : { ...rest, unsaved, draft }
    if (sameValue(document, written)) return succeed(state)
    const documents = window.content.documents.map((entry) => (entry === document ? written : entry))
    const content = { ...window.content, documents }
    return succeed({ ...state, windows: { ...state.windows, [windowId]: { ...window, content } } })
  },
  invert(before, { kind, windowId, path, at, deletes, inserts, asFile }) {
    const document = wasThere(documentAt(before, windowId, path), `document ${path}`)
    const { text, cursor, anchor } = draftOf(before, document)
    const replaced = asFile
      ? { at: 0, deletes: draftOf(before, { path }).text.length, inserts: text }
      : { at, deletes: inserts.length, inserts: text.slice(at, at + deletes) }
    return {
      kind,
      windowId,
      path,
      ...replaced,
      cursor,
      ...(anchor === undefined ? {} : { anchor }),
      unsaved: document.unsaved,
      ...(document.draft ? {} : { asFile: true }),
    }
  },
  describe({ path, deletes, inserts }) {
    const name = documentName({ path, role: '', unsaved: false })
    if (inserts === '' && deletes === 0) return `The cursor moves in ${name}.`
    if (inserts === '') return `The text of ${name} loses ${countOf(deletes, 'letter')}.`
    return `The text of ${name} gets “${shortened(inserts)}”.`
  },
  footprint(state, { windowId, path }) {
    const document = documentAt(state, windowId, path)
    if (!document) return undefined
    const { text } = draftOf(state, document)
    return { same: `${text.length}:${hashOf(text)}`, words: text === '' ? 'empty' : `“${shortened(text.slice(-40))}”` }
  },
})

export const documentChanges = [edit] as const

function documentAt(state: BenchState, windowId: string, path: string): BenchDocument | undefined {
  return own(state.windows, windowId)?.content.documents.find((entry) => entry.path === path)
}

function shortened(text: string): string {
  const plain = text.replace(/\s+/g, ' ')
  return plain.length > 60 ? `${plain.slice(0, 59)}…` : plain
}
