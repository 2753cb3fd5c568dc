// `npm run docs:api`: writes docs/api.md from the schemas of the contract.
import { writeFileSync } from 'node:fs'
import { apiGuide } from '../contract'

writeFileSync(new URL('../docs/api.md', import.meta.url), apiGuide())
