import type { ArgumentRules } from '../core/command'

/** What the descriptions of the demo's programs share. */

type Option = ArgumentRules['options'][number]

export const profile = (...choices: string[]): Option => ({
  names: ['--profile', '-p'],
  value: 'required',
  joiners: ['=', 'space'],
  choices,
  effect: { kind: 'part', part: 'profile' },
  help: 'Opens with this profile.',
})
export const startMinimized: Option = {
  names: ['--minimized'],
  value: 'none',
  joiners: [],
  effect: { kind: 'window-mode', mode: 'minimized' },
  help: 'Starts out of sight.',
}
export const startMaximized: Option = {
  names: ['--wide'],
  value: 'none',
  joiners: [],
  effect: { kind: 'window-mode', mode: 'maximized' },
  help: 'Fills the display.',
}
export const setting = (name: string, help: string): Option => ({
  names: [name],
  value: 'none',
  joiners: [],
  effect: { kind: 'setting' },
  help,
})
export const nothing: ArgumentRules = {
  options: [],
  positionals: [],
  order: [],
  onUnknown: 'ignored',
  onMissingFile: 'ignored',
}
