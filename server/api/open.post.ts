import { refuse } from '../http/refusal'
import { route } from '../http/route'

export default route('openPlace', ({ engine: { workstation }, body: { place, programId, source } }) => {
  if ((place === undefined) === (programId === undefined))
    throw refuse(422, 'one-of', 'place', 'Give either a place (a folder or an address) or a programId.')
  const common = { id: 'open', onFailure: 'stop' as const }
  if (place !== undefined)
    return workstation.pull(
      { id: 'opened-directly', name: place, plate: 0, steps: [{ ...common, kind: 'place.open', places: [place] }] },
      source,
    )
  const name = workstation.state.programs[programId!]?.name ?? programId!
  return workstation.pull(
    {
      id: 'opened-directly',
      name,
      plate: 0,
      steps: [{ ...common, kind: 'program.open', programId: programId!, args: [] }],
    },
    source,
  )
})
