import { onScopeDispose, shallowRef, toRaw } from 'vue'
import type { Step } from '~~/core/steps'
import type { WordNames, WordReading } from '~~/core/words'
import { useMirror } from '~/live/useMirror'
import type { WordsAnswer, WordsRequest } from './words.worker'

/** Reads what is said as steps, and steps out as words, by the names that stand in the mirror. */
export function useWords() {
  const mirror = useMirror()
  const reading = shallowRef<WordReading>()
  let worker: Worker | undefined
  let told: readonly unknown[] = []
  let count = 0
  /** The last text that was sent, while there is no answer to it yet. */
  let latest = 0
  const waiting = new Map<number, (text: string) => void>()

  function send(message: WordsRequest): void {
    worker ??= begin()
    worker.postMessage(message)
  }

  function begin(): Worker {
    const begun = new Worker(new URL('./words.worker.ts', import.meta.url), { type: 'module' })
    begun.onmessage = ({ data }: MessageEvent<WordsAnswer>) => {
      if ('reading' in data) {
        if (data.id === latest) reading.value = data.reading
        return
      }
      waiting.get(data.id)?.(data.text)
      waiting.delete(data.id)
    }
    return begun
  }

  /** Names are sent again only where one of what they come from has changed. */
  function tellNames(): void {
    const { bench } = mirror
    const of = [bench.programs, bench.devices, bench.folders, bench.addresses, bench.desktops, mirror.frames]
    const now = [...of, mirror.leverRevision]
    if (now.every((part, i) => part === told[i])) return
    told = now
    send({ names: plain(namesOf()) })
  }

  function namesOf(): WordNames {
    const { programs, devices, folders, addresses, desktops } = mirror.bench
    return {
      bench: { programs, devices, folders, addresses, ...(desktops ? { desktops } : {}) },
      frames: mirror.frames.map(({ id, name }) => ({ id, name })),
      levers: mirror.levers.map(({ id, name, plate }) => ({ id, name, plate })),
    }
  }

  function read(text: string, before: readonly Step[]): void {
    latest = count += 1
    if (text.trim() === '') {
      reading.value = undefined
      return
    }
    tellNames()
    send({ id: latest, text, before: plain(before) })
  }

  function readOut(steps: readonly Step[]): Promise<string> {
    tellNames()
    const id = (count += 1)
    return new Promise((resolve) => {
      waiting.set(id, resolve)
      send({ id, steps: plain(steps) })
    })
  }

  onScopeDispose(() => worker?.terminate())
  return { reading, read, readOut }
}

/** As it can be sent to another thread: data, without what follows it. */
function plain<T>(data: T): T {
  return JSON.parse(JSON.stringify(toRaw(data))) as T
}
