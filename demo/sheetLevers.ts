import type { Plan } from './leverPlan'

type Written = Record<string, unknown>

/** The groups that visit, as the file of the outreach team has them. */
const groups = { kind: 'csv', path: '${outreach}/groups.csv' }
const isMissing = (deviceId: string) => ({ kind: 'not', condition: { kind: 'device-present', deviceId } })
const bringUp = (frameId: string): Written[] => [
  { id: `lift-${frameId}`, kind: 'frame.lift', frameIds: [frameId], to: 'top' },
  { id: `on-${frameId}`, kind: 'frame.switch', frameIds: [frameId], to: 'on' },
]

/** What can be opened of a target: its overlay on the chart, its log. */
const targets = {
  kind: 'table',
  columns: ['name', 'overlay', 'log', 'azimuth'],
  rows: [
    ['Veil', 'guide stars.overlay', 'tonight.log', '312'],
    ['Comet', 'comets.overlay', 'tonight.log', '96'],
    ['Ægir’s field', 'tonight.overlay', 'Ægir’s field.log', '140'],
  ],
}

/** The number of the first of these levers, which name each other. */
export const FIRST_SHEET = 37

/** Levers of many steps: a visit prepared and put away, exposures sorted, all there is of a target. */
export const sheetLevers: Plan[] = [
  {
    frameId: 'outreach',
    name: 'Set up for a visiting group',
    chords: ['Meta+Alt+U'],
    aliases: ['visit'],
    pulledAgain: 'put-back',
    steps: [
      { kind: 'message.show', text: 'Setting up for the visitors', as: 'board' },
      {
        kind: 'programs.put-away',
        which: { kind: 'these', programIds: ['night-planner', 'steady-guide', 'line-console'] },
        how: 'close',
        unsaved: 'ask',
      },
      { kind: 'program.open', programId: 'visitor-board', args: ['--loop', '${outreach}/welcome.deck'] },
      { kind: 'program.open', programId: 'dome-desk', args: ['--profile=night'] },
      {
        kind: 'each',
        source: { kind: 'files', folder: '${downloads}', order: 'newest' },
        as: 'file',
        steps: [
          {
            id: 'aside',
            kind: 'files.move',
            act: 'move',
            paths: ['${file}'],
            to: '${desktop}/set aside',
            makeFolder: true,
            taken: 'both',
            onFailure: 'go-on',
          },
        ],
      },
      {
        kind: 'if',
        branches: [
          {
            condition: isMissing('hand-mic'),
            steps: [{ id: 'warn', kind: 'message.show', text: 'The hand microphone is missing', as: 'alert' }],
          },
        ],
      },
      { kind: 'lever.pull', leverId: `lever-${FIRST_SHEET + 1}`, inputs: [], as: 'group' },
      {
        kind: 'if',
        branches: [
          {
            condition: { kind: 'not', condition: { kind: 'window-open', text: '${group.page}' } },
            steps: [{ id: 'page', kind: 'place.open', places: ['${group.page}'] }],
          },
        ],
      },
      {
        kind: 'value.find',
        as: 'bookings',
        source: { kind: 'addresses' },
        text: 'Visitor bookings',
        how: 'begins',
      },
      { kind: 'place.open', places: ['${bookings.address}'] },
      { kind: 'message.show', text: 'Ready for ${group.name}', as: 'board' },
    ],
  },
  {
    frameId: 'outreach',
    name: 'Who is visiting?',
    aliases: ['who'],
    steps: [
      { kind: 'ask', as: 'group', text: 'Who is visiting?', what: { kind: 'pick', source: groups } },
      {
        kind: 'choose',
        text: '${group.frame}',
        cases: [{ values: ['Outreach'], steps: bringUp('outreach') }],
        otherwise: bringUp('desk'),
      },
      { kind: 'lever.give', text: '${group}' },
    ],
  },
  {
    frameId: 'outreach',
    name: 'After the visit',
    aliases: ['leave'],
    steps: [
      { kind: 'message.show', text: 'Good night, and thank you', as: 'board' },
      { kind: 'programs.put-away', which: { kind: 'these', programIds: ['visitor-board'] }, how: 'close' },
      {
        kind: 'if',
        branches: [
          {
            condition: { kind: 'file-is', path: '${desktop}/set aside', test: { kind: 'there' } },
            steps: [
              {
                id: 'each',
                kind: 'each',
                source: { kind: 'files', folder: '${desktop}/set aside' },
                as: 'file',
                steps: [
                  {
                    id: 'back',
                    kind: 'files.move',
                    act: 'move',
                    paths: ['${file}'],
                    to: '${downloads}',
                    taken: 'both',
                  },
                ],
              },
            ],
          },
        ],
      },
      { kind: 'program.open', programId: 'night-planner', args: ['${documents}/tonight.plan'] },
      { kind: 'frame.lift', frameIds: ['outreach', 'desk'], to: 'back' },
      { kind: 'frame.switch', frameIds: ['outreach'], to: 'off' },
    ],
  },
  {
    frameId: 'night-run',
    name: 'Sort last night’s exposures',
    aliases: ['sort'],
    steps: [
      { kind: 'note', text: 'The camera writes night.csv: file, target and seconds of each exposure.' },
      { kind: 'value.set', as: 'count', from: { kind: 'text', text: '0' } },
      {
        kind: 'each',
        source: { kind: 'csv', path: '${captures}/night.csv' },
        as: 'row',
        steps: [
          {
            id: 'sort',
            kind: 'files.move',
            act: 'move',
            paths: ['${captures}/${row.file}'],
            to: '${captures}/sorted/${row.target}/${row.seconds} s',
            makeFolder: true,
            taken: 'both',
            onFailure: 'go-on',
          },
          { id: 'sum', kind: 'value.set', as: 'count', from: { kind: 'sum', text: '${count} + 1' } },
        ],
      },
      { kind: 'message.show', text: 'Sorted ${count} exposures', as: 'board' },
    ],
  },
  {
    frameId: 'desk',
    name: 'All there is of a target',
    chords: ['Meta+Alt+T'],
    aliases: ['target'],
    inputs: [{ name: 'wanted', kind: 'text', standard: '' }],
    steps: [
      {
        kind: 'value.find',
        as: 'target',
        source: targets,
        text: '${wanted}',
        how: 'begins',
        none: 'ask',
        several: 'ask',
      },
      {
        kind: 'program.open',
        programId: 'atlas-room',
        args: ['--profile=dome', '${charts}/${target.overlay}', '${charts}/north.atlas'],
      },
      { kind: 'program.open', programId: 'night-book', args: ['--end', '${logs}/${target.log}'] },
      { kind: 'place.open', places: ['${documents}/tonight.plan'] },
    ],
  },
  {
    frameId: 'night-run',
    name: 'Write into the night’s log',
    aliases: ['log'],
    inputs: [{ name: 'line', kind: 'text' }],
    steps: [
      {
        kind: 'if',
        branches: [
          {
            condition: { kind: 'window-open', text: 'tonight.log' },
            steps: [{ id: 'up', kind: 'windows.set', which: { kind: 'title', text: 'tonight.log' }, to: 'front' }],
          },
        ],
        otherwise: [{ id: 'open', kind: 'program.open', programId: 'night-book', args: ['${logs}/tonight.log'] }],
      },
      { kind: 'text.type', text: '${time} ${line}\n', programId: '' },
    ],
  },
  {
    frameId: 'desk',
    name: 'Remind me',
    aliases: ['remind'],
    inputs: [
      { name: 'minutes', kind: 'number' },
      { name: 'about', kind: 'text', standard: 'Time is up' },
    ],
    steps: [
      { kind: 'wait', ms: 0, text: '${minutes} min' },
      { kind: 'message.show', text: '${about}', as: 'board' },
    ],
  },
  {
    frameId: 'night-run',
    name: 'Turn the dome to a target',
    aliases: ['goto'],
    inputs: [{ name: 'target', kind: 'choice', choices: ['Veil', 'Comet', 'Ægir’s field'] }],
    steps: [
      {
        kind: 'value.find',
        as: 'found',
        source: targets,
        text: '${target}',
        how: 'exact',
        none: 'fail',
        several: 'fail',
      },
      {
        kind: 'device.control',
        target: { kind: 'devices', deviceIds: ['dome'] },
        controlId: 'azimuth',
        to: { kind: 'said', text: '${found.azimuth}' },
      },
    ],
  },
  {
    frameId: 'desk',
    name: 'Book a visit',
    aliases: ['book'],
    inputs: [
      { name: 'group', kind: 'text' },
      { name: 'day', kind: 'date', standard: '2026-12-04' },
    ],
    steps: [
      { kind: 'program.open', programId: 'night-planner', args: ['${documents}/tonight.plan'] },
      { kind: 'text.type', text: '${day} ${group}\n', programId: 'night-planner' },
    ],
  },
  {
    frameId: 'desk',
    name: 'Paste the second last',
    chords: ['Ctrl+Alt+Insert'],
    steps: [{ kind: 'clipboard.use', act: 'paste', programId: '', nth: 2 }],
  },
]
