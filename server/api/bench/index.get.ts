import { benchInSight, writeBench } from '../../../core/bench'
import { route } from '../../http/route'

export default route('readBench', ({ engine: { store }, query: { files } }) => {
  const { bench, benchVersion: version } = store
  const shown = files === 'shown' ? benchInSight(bench) : bench
  return { version, state: writeBench(shown), ...(shown === bench ? {} : { isPartial: true }) }
})
