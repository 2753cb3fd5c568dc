import { z } from 'zod'
import { countOf } from '../../names'
import { succeed } from '../../result'
import { canonicalJson, sameValue } from '../canonicalJson'
import { addressSchema } from '../schema'
import { defineChange } from './defineChange'

/** The named addresses of the place, all of them at once. */
const put = defineChange({
  kind: 'addresses.put',
  fields: { addresses: z.array(addressSchema).max(50_000) },
  apply: (state, { addresses }) =>
    succeed(sameValue(state.addresses, addresses) ? state : { ...state, addresses: [...addresses] }),
  invert: (before) => ({ kind: 'addresses.put', addresses: before.addresses }),
  describe({ addresses }, before) {
    const more = before ? addresses.length - before.addresses.length : 0
    if (before && more < 0) return `${countOf(-more, 'address is', 'addresses are')} forgotten.`
    return more > 0
      ? `${countOf(more, 'address gets', 'addresses get')} a name.`
      : `${countOf(addresses.length, 'address has', 'addresses have')} a name.`
  },
  footprint: ({ addresses }) => ({
    same: canonicalJson(addresses),
    words: countOf(addresses.length, 'named address', 'named addresses'),
  }),
})

export const addressChanges = [put] as const
