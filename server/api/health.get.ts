import { route } from '../http/route'

export default route('health', ({ engine: { folder, store } }) => ({
  ok: true as const,
  store: folder,
  benchVersion: store.benchVersion,
}))
