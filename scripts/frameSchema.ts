// `npm run docs:schema`: writes docs/frame-file.schema.json from the schemas of the core.
import { writeFileSync } from 'node:fs'
import { frameFileJsonSchema } from '../core/frameFile'

const text = `${JSON.stringify(frameFileJsonSchema(), null, 2)}\n`
writeFileSync(new URL('../docs/frame-file.schema.json', import.meta.url), text)
