/** The parts of the ledger. */
export const LEDGER_TABS = [
  { id: 'runs', name: 'Runs' },
  { id: 'saves', name: 'What it saves' },
  { id: 'worth', name: 'Worth a key' },
] as const
