import { readFrameFileApart } from '../../frameFiles/frameFileApart'
import { clashesOfPlan } from '../../engine/frameFileClashes'
import { framePlanOf } from '../../engine/frameFileEdits'
import { carriedFrame, missingOf } from '../../http/carriedText'
import { previewOf } from '../../http/framePreview'
import { route } from '../../http/route'

export default route('previewFrameFile', async ({ engine: { store }, body }) => {
  const read = await readFrameFileApart(body.text, store.bench.programs)
  if (!read.ok) return { issues: previewOf.issues(read.issues), plan: null, clashes: [], missing: [] }
  const plan = framePlanOf(read.value, store.book)
  const clashes = clashesOfPlan(read.value, plan, store)
  return {
    issues: [],
    plan: previewOf.plan(read.value.name, plan),
    clashes: previewOf.clashes(clashes),
    missing: missingOf(carriedFrame(read.value), store),
  }
})
