import { openApiInParts } from '../../contract'
import { inSlices } from '../database/rows'

/** Made once: it takes seconds, in which keys have their turn. */
let made: Promise<Record<string, unknown>> | undefined

export default defineEventHandler(() => (made ??= inSlices(openApiInParts())))
