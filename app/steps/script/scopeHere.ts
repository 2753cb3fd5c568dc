import type { InjectionKey, Ref } from 'vue'
import type { Scope } from '~~/core/values'

/** What names stand for at the row whose form is shown, lists and records too, as far as it is known. */
export const SCOPE_HERE: InjectionKey<Readonly<Ref<Scope>>> = Symbol('scope here')
/** Names that are known there in a run only. */
export const NAMES_HERE: InjectionKey<Readonly<Ref<readonly string[]>>> = Symbol('names here')
