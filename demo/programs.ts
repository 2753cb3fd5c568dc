import type { Program } from '../core/bench'
import { deskPrograms } from './deskPrograms'
import { nightPrograms } from './nightPrograms'
import { withVerbs } from './verbs'

/** The programs of the control-room workstation. All are invented. */
export const programs: Program[] = [...nightPrograms, ...deskPrograms].map(withVerbs)
