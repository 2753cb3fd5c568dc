import { edit } from '../../../engine/edits'
import { createVariants } from '../../../engine/variantEdits'
import { answerOf, refuse } from '../../../http/refusal'
import { route } from '../../../http/route'
import { iconSet } from '../../../icons/iconSet'

export default route('createVariants', async ({ engine, id, body }) => {
  const { svg } = await iconSet()
  body.rows.forEach(({ icon }, i) => {
    if (icon?.kind === 'set' && svg(icon.name) === undefined)
      throw refuse(422, 'icon-unknown', `rows.${i}.icon`, `There is no icon “${icon.name}” in the shipped set.`)
  })
  return answerOf(await edit(engine.store, createVariants(id, body)))
})
