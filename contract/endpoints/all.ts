import type { z } from 'zod'
import { backupsEndpoints } from './backups'
import { benchEndpoints } from './bench'
import { checkUpEndpoints } from './checkUp'
import { exchangeEndpoints } from './exchange'
import { frameFilesEndpoints } from './frameFiles'
import { historyEndpoints } from './history'
import { iconsEndpoints } from './icons'
import { keysEndpoints } from './keys'
import { kitsEndpoints } from './kits'
import { noticingEndpoints } from './noticing'
import { recorderEndpoints } from './recorder'
import { launcherEndpoints } from './launcher'
import { ledgerEndpoints } from './ledger'
import { leversEndpoints } from './levers'
import { liveEndpoints } from './live'
import { runsEndpoints } from './runs'
import { valuesEndpoints } from './values'

/** Every route of the HTTP API. */
export const endpoints = {
  ...liveEndpoints,
  ...leversEndpoints,
  ...runsEndpoints,
  ...ledgerEndpoints,
  ...noticingEndpoints,
  ...benchEndpoints,
  ...keysEndpoints,
  ...valuesEndpoints,
  ...kitsEndpoints,
  ...recorderEndpoints,
  ...launcherEndpoints,
  ...iconsEndpoints,
  ...exchangeEndpoints,
  ...frameFilesEndpoints,
  ...backupsEndpoints,
  ...historyEndpoints,
  ...checkUpEndpoints,
}

export type EndpointName = keyof typeof endpoints
export type AnswerOf<K extends EndpointName> = z.infer<(typeof endpoints)[K]['answer']>
export type BodyOf<K extends EndpointName> = (typeof endpoints)[K] extends { body: infer B extends z.ZodType }
  ? z.input<B>
  : undefined
