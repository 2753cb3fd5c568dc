// Builds the application where a source has changed since it was built last.
import { ensureBuilt } from './ensureBuilt.mjs'

ensureBuilt()
