import type { Program, Verb, VerbEffect } from '../core/bench'

const view = (name: string, ...values: string[]): VerbEffect => ({ kind: 'view', view: name, values })
const say = (text: string): VerbEffect => ({ kind: 'say', text })

const writing: Record<string, VerbEffect> = {
  'Select all': { kind: 'select-all' },
  Copy: { kind: 'copy' },
  Cut: { kind: 'cut' },
  Paste: { kind: 'paste' },
}
const tabs: Record<string, VerbEffect> = {
  'Go to the address line': view('address line', 'closed', 'open'),
  'Load again': say('The page was loaded again.'),
  'Next tab': { kind: 'next-document' },
  'Close the tab': { kind: 'close-document' },
}

/** What the programs of the demo can be told, by name; those they have keys for do the same by key. */
const effects: Record<string, Record<string, VerbEffect>> = {
  'atlas-room': {
    'Open an atlas': view('shelf of atlases', 'closed', 'open'),
    'Find an object': view('finder', 'closed', 'open'),
    Redraw: say('The chart is drawn anew.'),
    'Grid on and off': view('grid', 'on', 'off'),
    'Jump to the pointing': view('centre', 'field', 'pointing'),
    'Next sheet': { kind: 'next-document' },
  },
  'dome-desk': {
    'Park the dome': { kind: 'device', deviceId: 'dome', controlId: 'shutter', value: false },
    'Open the shutter': { kind: 'device', deviceId: 'dome', controlId: 'shutter', value: true },
    'Stop the dome': say('The dome stands still.'),
  },
  'plate-catcher': {
    'Save the series': { kind: 'save' },
    'Start and stop the exposure': view('exposure', 'stopped', 'running'),
    'Focus exposure': say('Focus: 2.1 pixels.'),
    'Copy the picture': { kind: 'copy-picture' },
  },
  'grain-reducer': {
    Reduce: view('work', 'idle', 'reducing'),
    'Reduce again with other darks': view('darks', 'of tonight', 'of last week'),
  },
  'night-book': {
    'Save the log': { kind: 'save' },
    'Write the time': { kind: 'insert', text: '${time} ' },
    Bold: view('bold', 'off', 'on'),
    ...writing,
    'New entry': { kind: 'new-document', name: 'entry.log', role: 'log' },
    'Next page': { kind: 'next-document' },
  },
  'night-planner': {
    'Print the plan': say('The plan is printed in the tea room.'),
    'Save the plan': { kind: 'save' },
  },
  'steady-guide': { 'Start guiding': view('guiding', 'off', 'on') },
  'cairn-web': { ...tabs, 'Copy the address': { kind: 'copy' }, 'Close all tabs': { kind: 'close-window' } },
  'beck-pages': tabs,
  drawers: {
    'Make a folder': { kind: 'make-folder', name: 'new folder' },
    'Move to the bin': { kind: 'bin-selected' },
    Copy: { kind: 'copy' },
    Paste: { kind: 'paste' },
  },
  'fell-weather': { 'Ask the mast again': say('Wind 4 m/s from the west, dry.') },
  'generator-panel': { 'Stop the generator': say('The generator runs down.') },
  'visitor-board': {
    'Next page': view('page', '1', '2', '3', '4', '5', '6'),
    'Page before': view('page', '1', '6', '5', '4', '3', '2'),
  },
  'line-console': { Interrupt: say('Interrupted.'), Copy: { kind: 'copy' } },
  'gate-codes': { 'Save the codes': { kind: 'save' }, ...writing },
}

const idOf = (name: string) => name.toLowerCase().replace(/[^a-z]+/g, '-')

/** A program with what it can be told. */
export function withVerbs(program: Program): Program {
  const verbs = Object.entries(effects[program.id] ?? {}).map(([name, effect]): Verb => ({
    id: idOf(name),
    name,
    effect,
  }))
  if (verbs.length === 0) return program
  const claims = program.claims.map((claim) => {
    const verb = verbs.find(({ name }) => name === claim.does)
    return verb ? { ...claim, verb: verb.id } : claim
  })
  return { ...program, claims, verbs }
}
