import { writeDocument } from '../../../core/exchange'
import { documentOfBook } from '../../engine/documentEdits'
import { frameMissing } from '../../engine/leverEdits'
import { refuse } from '../../http/refusal'
import { route } from '../../http/route'

export default route('writeDocument', ({ engine: { store }, body }) => {
  const { book } = store
  const frames = (body.frameIds ?? book.allFrames.map(({ id }) => id)).map((id) => {
    const frame = book.frames.get(id)
    if (frame) return frame
    const { code, message } = frameMissing(id, book.frames)
    throw refuse(404, code, 'frameIds', message)
  })
  const name = body.frameIds?.length === 1 ? frames[0]!.name.toLowerCase().replaceAll(/[^a-z\d]+/g, '-') : 'keen-lever'
  return {
    name: `${name}.json`,
    text: writeDocument(documentOfBook(book, [...new Set(frames)], body.frameIds === undefined)),
  }
})
