import { route } from '../http/route'

export default route('health', ({ engine: { store, workstation } }) => ({
  ok: true as const,
  store: store.folder,
  benchVersion: workstation.version,
}))
