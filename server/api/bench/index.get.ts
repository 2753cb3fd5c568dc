import { route } from '../../http/route'

export default route('readBench', ({ engine: { workstation } }) => ({
  version: workstation.version,
  state: workstation.state,
}))
