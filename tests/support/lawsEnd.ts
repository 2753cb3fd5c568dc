import fc from 'fast-check'

/**
 * A law whose draws take longer than this ends with those that were made; one that fails is told by then, made as small
 * as the time allowed.
 */
fc.configureGlobal({ interruptAfterTimeLimit: 75_000 })
