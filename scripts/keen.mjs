#!/usr/bin/env node
// `keen`: the command line. Built with the server; see `cli/`.
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { ensureBuilt, root } from './ensureBuilt.mjs'

const built = join(root, '.output', 'cli', 'main.mjs')
if (!existsSync(built)) ensureBuilt()
process.env.KEEN_HOME ??= root
await import(pathToFileURL(built).href)
