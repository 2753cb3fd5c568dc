import type { Completion, CompletionContext, CompletionResult } from '@codemirror/autocomplete'
import { javascript, javascriptLanguage, localCompletionSource } from '@codemirror/lang-javascript'
import { HighlightStyle, syntaxHighlighting, syntaxTree } from '@codemirror/language'
import type { Diagnostic } from '@codemirror/lint'
import type { Extension } from '@codemirror/state'
import type { EditorView } from '@codemirror/view'
import { tags } from '@lezer/highlight'
import { STEP_KINDS } from '~~/core/steps'

/** What an editor of scripts knows of the language, of what a script is given, and of the names in scope. */

const colours = HighlightStyle.define([
  { tag: [tags.keyword, tags.bool, tags.null], color: 'var(--press)', fontWeight: '600' },
  { tag: [tags.string, tags.special(tags.string), tags.regexp], color: 'var(--live)' },
  { tag: [tags.comment], color: 'var(--ink-soft)', fontStyle: 'italic' },
  { tag: [tags.function(tags.variableName), tags.function(tags.propertyName)], fontWeight: '600' },
])

/** What a script finds, with what it is. */
const GLOBALS: readonly Completion[] = [
  { label: 'values', type: 'variable', detail: 'what has a name here' },
  { label: 'bench', type: 'variable', detail: 'programs, windows, devices, files' },
  { label: 'steps', type: 'variable', detail: 'what it has done: steps.push({ kind: … })' },
  { label: 'say', type: 'function', detail: 'a line for its note' },
  { label: 'now', type: 'variable', detail: 'the clock it is given' },
]

const BENCH: readonly Completion[] = [
  { label: 'programs', detail: 'id, name, runs' },
  { label: 'windows', detail: 'id, title, program, address, desktop, unsaved' },
  { label: 'tabs', detail: 'window, program, address, title' },
  { label: 'front', detail: 'id of the window in front' },
  { label: 'devices', detail: 'id, name, kind, plugged, controls' },
  { label: 'desktops', detail: 'how many there are' },
  { label: 'desktop', detail: 'the number of the one shown' },
  { label: 'folders', detail: 'known folders by name' },
  { label: 'addresses', detail: 'name, address' },
  { label: 'list', type: 'function', apply: 'list(', detail: 'files and folders of a folder' },
  { label: 'text', type: 'function', apply: 'text(', detail: 'the text of a file' },
]

const KINDS: readonly Completion[] = STEP_KINDS.map(({ kind, label }) => ({ label: kind, type: 'text', detail: label }))

function offered(context: CompletionContext, names: readonly string[]): CompletionResult | null {
  const value = context.matchBefore(/\bvalues\.\w*$/)
  if (value) {
    const plain = names.filter((name) => /^\w+$/.test(name))
    return { from: value.from + 'values.'.length, options: plain.map((label) => ({ label, type: 'property' })) }
  }
  const quoted = context.matchBefore(/\bvalues\[['"][\w-]*$/)
  if (quoted) {
    const from = quoted.from + "values['".length
    return { from, options: names.map((label) => ({ label, type: 'property' })) }
  }
  const bench = context.matchBefore(/\bbench\.\w*$/)
  if (bench) return { from: bench.from + 'bench.'.length, options: [...BENCH] }
  const kind = context.matchBefore(/\bkind:\s*['"`][\w.]*$/)
  if (kind) return { from: kind.from + kind.text.search(/['"`]/) + 1, options: [...KINDS] }
  const word = context.matchBefore(/(?<![.\w])\w+$/)
  if (!word && !context.explicit) return null
  return { from: word?.from ?? context.pos, options: [...GLOBALS] }
}

/** The language with its colours and completions; `names` are those in scope whenever it is asked. */
export function scriptLanguage(names: () => readonly string[]): Extension {
  return [
    javascript(),
    syntaxHighlighting(colours),
    javascriptLanguage.data.of({ autocomplete: (context: CompletionContext) => offered(context, names()) }),
    javascriptLanguage.data.of({ autocomplete: localCompletionSource }),
  ]
}

/** A fault of a script, by line and column from 1; the whole script where it has no line. */
export interface ScriptFault {
  readonly message: string
  readonly line?: number
  readonly column?: number
}

/** Where the language cannot be read, as it is typed. */
export function syntaxFaults({ state }: EditorView): Diagnostic[] {
  const found: Diagnostic[] = []
  syntaxTree(state).iterate({
    enter({ type, from, to }) {
      if (!type.isError || found.length >= 10) return
      // What is missing has no width; it is shown at the letter before it.
      const start = from === to ? Math.max(0, from - 1) : from
      found.push({ from: start, to, severity: 'error', message: 'This cannot be read here.' })
    },
  })
  return found
}

/** A fault as the editor marks it: from its column to the end of its line. */
export function markOf({ state }: EditorView, { message, line, column = 1 }: ScriptFault): Diagnostic {
  if (line === undefined || line > state.doc.lines) return { from: 0, to: state.doc.length, severity: 'error', message }
  const { from, to, text } = state.doc.line(line)
  const start = Math.max(column - 1, text.length - text.trimStart().length)
  return { from: Math.min(from + start, to), to, severity: 'error', message }
}
