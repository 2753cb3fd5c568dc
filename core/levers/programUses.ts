import { describeCondition } from '../conditions'
import type { Condition } from '../conditions'
import type { BenchState } from '../bench'
import { markedFields } from '../fields'
import { listed } from '../names'
import { stepSchema } from '../steps'
import { frameSchema } from './schema'
import type { Frame, Lever } from './schema'
import { namedByLever } from './named'

/** What a program is to a lever or frame, and so what happens to that without it. */
export type ProgramUse =
  /** Steps name it: they fail. */
  | { readonly kind: 'steps'; readonly lever: Lever; readonly rows: readonly number[] }
  /** Its keys are live only in front of it, or of it and others. */
  | { readonly kind: 'scope'; readonly lever: Lever; readonly isOnly: boolean }
  /** It is pulled by what that program does. */
  | { readonly kind: 'event'; readonly lever: Lever }
  /** Its interlock looks at it. */
  | { readonly kind: 'interlock'; readonly lever: Lever }
  /** The condition or a rule of a frame looks at it. */
  | { readonly kind: 'frame'; readonly frame: Frame }

/** Everything that uses a program, levers by plate, then frames. */
export function usesOfProgram(programId: string, levers: readonly Lever[], frames: readonly Frame[]): ProgramUse[] {
  const names = (of: Parameters<typeof namedByLever>[0]) => namedByLever(of, 'program').includes(programId)
  return [
    ...levers.flatMap((lever): ProgramUse[] => {
      const { steps, scope, interlock, doors } = lever
      const rows = steps.flatMap((step, i) =>
        markedFields(stepSchema, step).some(({ mark, text }) => mark.refers === 'program' && text === programId)
          ? [i + 1]
          : [],
      )
      return [
        ...(rows.length > 0 ? [{ kind: 'steps' as const, lever, rows }] : []),
        ...(scope.kind === 'only' && scope.programIds.includes(programId)
          ? [{ kind: 'scope' as const, lever, isOnly: scope.programIds.length === 1 }]
          : []),
        ...(doors && names({ doors }) ? [{ kind: 'event' as const, lever }] : []),
        ...(interlock && names({ interlock }) ? [{ kind: 'interlock' as const, lever }] : []),
      ]
    }),
    ...frames.flatMap((frame): ProgramUse[] =>
      markedFields(frameSchema, frame).some(({ mark, text }) => mark.refers === 'program' && text === programId)
        ? [{ kind: 'frame', frame }]
        : [],
    ),
  ]
}

/** What a program is used for and what becomes of that without it, as a sentence. */
export function describeProgramUse(use: ProgramUse, bench: Pick<BenchState, 'programs' | 'devices'>): string {
  switch (use.kind) {
    case 'steps': {
      const { lever, rows } = use
      const need = rows.length === 1 ? `row ${rows[0]} needs` : `rows ${listed(rows.map(String))} need`
      const who = lever.steps.length === 1 ? 'it needs' : need
      const does = who.endsWith('needs') ? 'does' : 'do'
      return `${lever.plate} ${lever.name} stays; ${who} the program, and ${does} nothing until that is back.`
    }
    case 'scope':
      return use.isOnly
        ? `The keys of ${use.lever.plate} ${use.lever.name} are live nowhere: they are only in front of it.`
        : `The keys of ${use.lever.plate} ${use.lever.name} are live in front of the other programs of its scope only.`
    case 'event':
      return `${use.lever.plate} ${use.lever.name} is pulled by what it does, and no more.`
    case 'interlock':
      return `The interlock of ${use.lever.plate} ${use.lever.name} looks at it: ${conditionOf(use.lever.interlock!.condition, bench)}.`
    case 'frame':
      return use.frame.condition
        ? `The frame ${use.frame.name} is on only while ${conditionOf(use.frame.condition, bench)}.`
        : `Rules of the frame ${use.frame.name} name it, and do nothing without it.`
  }
}

function conditionOf(condition: Condition, bench: Pick<BenchState, 'programs' | 'devices'>): string {
  return describeCondition(condition, bench)
}
