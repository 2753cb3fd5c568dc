// `npm run docs:schema`: writes docs/frame-file.schema.json and docs/document.schema.json from the schemas of the core.
import { writeFileSync } from 'node:fs'
import { documentJsonSchema } from '../core/exchange'
import { frameFileJsonSchema } from '../core/frameFile'

const schemas = { 'frame-file': frameFileJsonSchema(), document: documentJsonSchema() }
for (const [name, schema] of Object.entries(schemas))
  writeFileSync(new URL(`../docs/${name}.schema.json`, import.meta.url), `${JSON.stringify(schema, null, 2)}\n`)
