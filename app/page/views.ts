/** The views of the product, with what each is for; those of the top bar first. */
export const VIEWS = [
  { to: '/levers', name: 'Levers', about: 'everything that can be pulled', isInBar: true },
  { to: '/rack', name: 'Rack', about: 'pages of plates to click', isInBar: true },
  { to: '/keys', name: 'Keys', about: 'keys, clashes, the timing of keys', isInBar: true },
  { to: '/turntables', name: 'Turntables', about: 'roads around the pointer', isInBar: true },
  { to: '/bench', name: 'Bench', about: 'the workstation: windows, devices, clipboard', isInBar: true },
  { to: '/ledger', name: 'Ledger', about: 'what was pulled, and how it went', isInBar: true },
  { to: '/check-up', name: 'Check-up', about: 'what would fail, and why', isInBar: true },
  { to: '/exchange', name: 'Exchange', about: 'Desktop Entries in and out', isInBar: true },
  { to: '/values', name: 'Values', about: 'texts that levers use by name', isInBar: false },
  { to: '/programs', name: 'Programs', about: 'programs as they are described', isInBar: false },
  { to: '/recording', name: 'Recording', about: 'what was recorded by hand, as steps', isInBar: false },
  { to: '/settings', name: 'Settings', about: 'look, keyboard, timing, what is kept', isInBar: false },
  { to: '/levers/new', name: 'New lever', about: 'make a lever', isInBar: false },
] as const

/** The title of the page at a path: the view's name, that of the nearest view above it, or the product's alone. */
export function titleOf(path: string): string {
  const view = VIEWS.filter(({ to }) => path === to || path.startsWith(`${to}/`)).at(-1)
  return view ? `${view.name} · Keen Lever` : 'Keen Lever'
}
