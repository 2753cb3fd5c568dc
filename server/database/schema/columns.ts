import { bigint, integer } from 'drizzle-orm/pg-core'

/** A point in time, in ms since 1970. */
export const instantMs = (name: string) => bigint(name, { mode: 'number' })

/** How the JSON of a row is to be read; see `upgrades`. Rows of stores made before there was this column have 1. */
export const shape = () => integer('shape').notNull().default(1)
