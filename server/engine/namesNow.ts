import type { Names } from '../../core/steps'
import type { Store } from './store'

/** What sentences name things by, as they are named now. */
export function namesNow({ book, bench }: Pick<Store, 'book' | 'bench'>): Names {
  return {
    programs: bench.programs,
    devices: bench.devices,
    desktops: bench.desktops,
    frames: Object.fromEntries([...book.frames.values()].map((frame) => [frame.id, frame.name])),
    levers: Object.fromEntries([...book.levers.values()].map((lever) => [lever.id, `${lever.plate} ${lever.name}`])),
  }
}
