import { documentOf } from '../../../../core/frameFile'
import { writeFrameFileApart } from '../../../frameFiles/frameFileApart'
import { frameMissing } from '../../../engine/leverEdits'
import { refuse } from '../../../http/refusal'
import { route } from '../../../http/route'

export default route('writeFrameFile', async ({ engine: { store }, id }) => {
  const { frames, levers, values } = store.book
  const frame = frames.get(id)
  if (!frame) {
    const { code, message } = frameMissing(id, frames)
    throw refuse(404, code, 'id', message)
  }
  const here = [...levers.values()].filter(({ frameId }) => frameId === id)
  const own = [...values.values()].filter(({ frameId }) => frameId === id)
  const document = documentOf(frame, here, own, { levers, frames })
  return { name: frame.name, text: await writeFrameFileApart(document, store.bench.programs) }
})
