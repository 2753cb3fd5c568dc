import { route } from '../http/route'
import { savingsOf } from '../http/savings'

export default route('readSavings', ({ engine, query }) => savingsOf(engine, query.days))
