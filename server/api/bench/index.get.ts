import { writeBench } from '../../../core/bench'
import { route } from '../../http/route'

export default route('readBench', ({ engine: { store } }) => ({
  version: store.benchVersion,
  state: writeBench(store.bench),
}))
