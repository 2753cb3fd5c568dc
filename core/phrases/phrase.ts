import type { Template } from './template'

/** What a slot of a phrase can be filled with. */
export const SLOT_KINDS = [
  'area',
  'chords',
  'condition',
  'control',
  'desktop',
  'device',
  'display',
  'duration',
  'files',
  'folder',
  'frame',
  'less',
  'level',
  'lever',
  'lit',
  'loud',
  'more',
  'mutable',
  'name',
  'newFolder',
  'number',
  'path',
  'pattern',
  'place',
  'playlist',
  'program',
  'setting',
  'several',
  'shown',
  'switch',
  'text',
  'time',
  'times',
  'told',
  'value',
  'verb',
  'watched',
  'which',
  'windows',
] as const
export type SlotKind = (typeof SLOT_KINDS)[number]

/**
 * A way to say something in words: a kind of step, or a condition. `say` has words, each with others that mean the same
 * behind `|`, and slots in braces: `close|quit {program}`. A word in brackets may be left out; one in round brackets may
 * be said and is never written. Articles and *please* may stand anywhere. A slot has the name of its kind, or a name of
 * its own before it: `{from:folder}`. `gives` are the fields that come of it, so that it can be
 * read in both ways: from words to fields, and from fields to words.
 */
export interface Phrase {
  readonly say: string
  readonly gives: Record<string, Template>
  /** What was not said and is taken all the same, as words: `by 10, since no amount is said`. */
  readonly assumes?: string
  /** What could be meant instead, in words, the way that is taken first. */
  readonly choices?: readonly { readonly says: string; readonly text: string }[]
  /** The list that what is said behind it goes into, by its dotted path, for a phrase that begins a block. */
  readonly body?: string
  /** Set for ways that count only while somebody types a step by itself: too little for a text. */
  readonly isTypedOnly?: true
  /** Set for ways that are understood and never written. */
  readonly isHeardOnly?: true
}
