import type { Plan } from './leverPlan'

/** What steps with fields do not say, and a few lines do. */
export const scriptLevers: Plan[] = [
  {
    frameId: 'desk',
    name: 'What is not saved?',
    aliases: ['unsaved'],
    steps: [
      {
        kind: 'script.run',
        as: 'open',
        script: `// Brings each window with unsaved work to the front, and tells their titles.
const open = bench.windows.filter(({ unsaved }) => unsaved)
for (const { title, program } of open) {
  say(title)
  steps.push({ kind: 'program.raise', programId: program, onFailure: 'go-on' })
}
return open.map(({ title }) => title.replace(/\\*$/, '')).join(', ') || 'nothing'`,
      },
      { kind: 'message.show', text: 'Not saved: ${open}', as: 'board' },
    ],
  },
]
