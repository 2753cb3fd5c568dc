export { SLOT_KINDS } from './phrase'
export type { Phrase, SlotKind } from './phrase'
export { fillTemplate, readTemplate, slot } from './template'
export type { SlotMark, Slots, Template } from './template'
