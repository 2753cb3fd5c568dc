import { z } from 'zod'
import { fail, own, succeed } from '../../result'
import { canonicalJson, sameValue } from '../canonicalJson'
import { benchIssue } from '../issues'
import { idSchema, programSchema } from '../schema'
import { defineChange, wasThere } from './defineChange'

/** What is installed, and which frames of levers are switched. */

/** Sets a program up, or describes it anew. */
const put = defineChange({
  kind: 'program.put',
  fields: { program: programSchema },
  apply: (state, { program }) =>
    succeed(
      sameValue(own(state.programs, program.id), program)
        ? state
        : { ...state, programs: { ...state.programs, [program.id]: program } },
    ),
  invert(before, { program }) {
    const known = own(before.programs, program.id)
    return known ? { kind: 'program.put', program: known } : { kind: 'program.remove', programId: program.id }
  },
  describe: ({ program }, before) =>
    `${program.name} is ${before && own(before.programs, program.id) ? 'described anew' : 'set up on the bench'}.`,
  footprint(state, { program: { id } }) {
    const program = own(state.programs, id)
    return program && { same: canonicalJson(program), words: program.name }
  },
})

/** Takes a program off the bench; its windows must be closed. */
const remove = defineChange({
  kind: 'program.remove',
  fields: { programId: idSchema },
  apply(state, { programId }) {
    const program = own(state.programs, programId)
    if (!program) return fail(benchIssue({ code: 'program-missing', programId }, 'programId'))
    if (Object.values(state.windows).some((window) => window.programId === programId))
      return fail(benchIssue({ code: 'program-running', program: program.name }, 'programId'))
    const { [programId]: _removed, ...programs } = state.programs
    return succeed({ ...state, programs })
  },
  invert: (before, { programId }) => ({
    kind: 'program.put',
    program: wasThere(own(before.programs, programId), `program ${programId}`),
  }),
  describe: ({ programId }, before) =>
    `${(before && own(before.programs, programId)?.name) ?? programId} is taken off the bench.`,
  footprint: (state, { programId }) =>
    own(state.programs, programId) ? undefined : { same: 'removed', words: 'removed' },
})

/** Switches a frame; `null` leaves it to its own setting again. */
const switchFrame = defineChange({
  kind: 'frame.switch',
  fields: { frameId: idSchema, on: z.boolean().nullable() },
  apply(state, { frameId, on }) {
    const { frameSwitches = {}, ...rest } = state
    if ((own(frameSwitches, frameId) ?? null) === on) return succeed(state)
    const { [frameId]: _before, ...others } = frameSwitches
    const after = on === null ? others : { ...others, [frameId]: on }
    return succeed(Object.keys(after).length > 0 ? { ...rest, frameSwitches: after } : rest)
  },
  invert: (before, { frameId }) => ({
    kind: 'frame.switch',
    frameId,
    on: own(before.frameSwitches ?? {}, frameId) ?? null,
  }),
  describe: ({ frameId, on }) =>
    `The frame ${frameId} is ${on === null ? 'left to its own setting' : `switched ${on ? 'on' : 'off'}`}.`,
  footprint(state, { frameId }) {
    const on = own(state.frameSwitches ?? {}, frameId)
    const words = on === undefined ? 'as it is set' : on ? 'on' : 'off'
    return { same: words, words }
  },
})

/** Puts a frame before all others, at a place among those that are; `null` takes it back to its own place. */
const liftFrame = defineChange({
  kind: 'frame.lift',
  fields: { frameId: idSchema, index: z.number().int().nonnegative().nullable() },
  apply(state, { frameId, index }) {
    const { liftedFrames = [], ...rest } = state
    const others = liftedFrames.filter((id) => id !== frameId)
    const after = index === null ? others : others.toSpliced(index, 0, frameId)
    if (sameValue(liftedFrames, after)) return succeed(state)
    return succeed(after.length > 0 ? { ...rest, liftedFrames: after } : rest)
  },
  invert({ liftedFrames = [] }, { kind, frameId }) {
    const index = liftedFrames.indexOf(frameId)
    return { kind, frameId, index: index < 0 ? null : index }
  },
  describe: ({ frameId, index }) =>
    `The frame ${frameId} ${index === null ? 'goes back to its place' : 'stands before all others'}.`,
  footprint({ liftedFrames = [] }, { frameId }) {
    const words = liftedFrames.includes(frameId) ? 'before all others' : 'in its place'
    return { same: words, words }
  },
})

export const programChanges = [put, remove, switchFrame, liftFrame] as const
