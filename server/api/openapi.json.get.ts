import { openApi } from '../../contract'

export default defineEventHandler(() => openApi())
