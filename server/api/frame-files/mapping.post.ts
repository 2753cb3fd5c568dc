import { withMapping } from '../../../core/exchange'
import { readFrameFileApart, writeFrameFileApart } from '../../frameFiles/frameFileApart'
import { carriedFrame } from '../../http/carriedText'
import { refuseWith } from '../../http/refusal'
import { route } from '../../http/route'

export default route('mapFrameFile', async ({ engine: { store }, body: { text, mapping } }) => {
  const { programs } = store.bench
  const read = await readFrameFileApart(text, programs)
  if (!read.ok) throw refuseWith(422, read.issues, 'text')
  const [document] = withMapping(carriedFrame(read.value), mapping).frames
  return { text: await writeFrameFileApart(document!, programs, { before: text }) }
})
