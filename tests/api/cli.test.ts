import { spawnSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { runKeen } from '../../cli/program'
import type { Lever } from '../../core/levers'
import { apiOf, draft } from '../support/api'
import { freshStore, startServer } from '../support/startServer'
import type { RunningServer } from '../support/startServer'

let server: RunningServer
let folder: string
beforeAll(async () => {
  server = await startServer()
  folder = mkdtempSync(join(tmpdir(), 'keen-lever-cli-'))
})
afterAll(async () => {
  await server.stop()
  rmSync(folder, { recursive: true, force: true })
})

interface Answer {
  readonly code: number
  readonly out: string
  readonly err: string
}

/** A command line as the terminal would give it. */
async function keen(args: string[], ask?: (question: string) => Promise<string>, columns = 0): Promise<Answer> {
  const texts = { out: '', err: '' }
  const code = await runKeen(
    args,
    {
      out: (text) => void (texts.out += text),
      err: (text) => void (texts.err += text),
      isTerminal: columns > 0,
      hasColour: columns > 0,
      columns,
    },
    ask,
  )
  return { code, ...texts }
}
const here = (...args: string[]) => keen(['--server', server.url, ...args])
const json = async (...args: string[]) => JSON.parse((await here('--json', ...args)).out) as never
const make = async (part: Record<string, unknown>) =>
  (await apiOf(server.url)<Lever>('POST', '/api/levers', draft(part))).body
const say = (text: string) => ({ id: 'a', kind: 'message.show', text })

describe('levers', () => {
  test('are listed by words and frame, and shown by number, name or alias, for people and as JSON', async () => {
    const list = await here('list', 'chart', '--frame', 'desk')
    expect(list).toMatchObject({ code: 0, err: '' })
    expect(list.out.split('\n').map((line) => line.trim().split(/ {2,}/))).toEqual([
      ['no.', 'name', 'keys', 'frame'],
      ['31', 'Desktop Charts', 'Meta+Alt+2', 'Desk'],
      [''],
    ])
    for (const name of ['8', 'Prepare the night', 'DUSK'])
      expect((await here('show', name)).out).toContain('8 Prepare the night')
    const lever: Lever = await json('show', '8')
    expect([lever.plate, lever.steps.length]).toEqual([8, 5])
    expect((await json('list')) as Lever[]).toHaveLength(50)
    expect(await here('list', 'no such lever')).toMatchObject({ code: 0, out: '', err: 'There is no such lever.\n' })
  })

  test('that nothing is called are told with the nearest name, in JSON as an issue', async () => {
    const lost = await here('show', 'Prepare the nihgt')
    expect(lost).toMatchObject({ code: 1, out: '' })
    expect(lost.err).toContain('Did you mean “Prepare the night”?')
    const told = await here('--json', 'show', 'Prepare the nihgt')
    expect((JSON.parse(told.err) as { issues: { message: string }[] }).issues[0]!.message).toContain('Did you mean')
  })

  test('are cut at the edge of a terminal, and have colours only there', async () => {
    const wide = await keen(['--server', server.url, 'list'], undefined, 60)
    for (const line of wide.out.split('\n')) {
      // eslint-disable-next-line no-control-regex
      expect(line.replace(/\u001B\[\d+m/g, '').length).toBeLessThanOrEqual(60)
    }
    expect(wide.out).toContain('\u001B[1m')
    expect((await keen(['--server', server.url, '--no-colour', 'list'], undefined, 60)).out).not.toContain('\u001B')
    expect((await here('list')).out).not.toContain('\u001B')
  })
})

describe('pulls', () => {
  test('wait for the end, print what was done by its rows, and end with a code by the outcome', async () => {
    const done = await make({ name: 'Two rows', steps: [say('One'), { id: 'b', kind: 'wait', ms: 30 }, say('Two')] })
    const pulled = await here('pull', String(done.plate))
    expect(pulled.code).toBe(0)
    expect(pulled.out.split('\n').map((line) => line.trim().split(' ')[0])).toEqual([
      '1',
      '2',
      '3',
      String(done.plate),
      '',
    ])
    expect(pulled.out).toContain('Two rows: done')
    const fails = await make({
      name: 'Raises nothing',
      steps: [{ id: 'a', kind: 'program.raise', programId: 'steady-guide' }],
    })
    expect(await here('pull', fails.name)).toMatchObject({ code: 1 })
    const kept = await make({
      name: 'Kept back',
      steps: [say('Never')],
      interlock: { condition: { kind: 'program-runs', programId: 'steady-guide' }, otherwise: { kind: 'refuse' } },
    })
    expect(await here('pull', kept.name)).toMatchObject({ code: 3, out: '' })
    const off = await make({ name: 'Switched off', steps: [say('Never')], enabled: false })
    expect((await here('pull', off.name)).err).toContain('is disabled')
    const slow = await make({ name: 'Slow', steps: [{ id: 'a', kind: 'wait', ms: 60_000 }] })
    expect(await here('pull', slow.name, '--no-wait')).toMatchObject({ code: 0 })
    expect(await here('pull', slow.name, '--no-wait')).toMatchObject({ code: 3 })
    expect(await here('pull', 'Two rows', '--quiet')).toMatchObject({ code: 0, out: '' })
  })

  test('take inputs by name, and tell what is wrong with them', async () => {
    const begun = await here('pull', 'Remind me', 'minutes=25', 'about=a cup = tea', '--no-wait', '--json')
    expect(begun.code).toBe(0)
    expect(begun.out).toContain('a cup = tea')
    expect(await here('pull', 'Remind me', 'minute=25')).toMatchObject({ code: 1 })
    expect((await here('pull', 'Remind me', 'minute=25')).err).toContain('Did you mean “minutes”?')
    expect(await here('pull', 'Remind me', 'tea')).toMatchObject({ code: 2 })
  })

  test('that ask are answered in the terminal, or end with a code of their own where nobody sits there', async () => {
    const asks = await make({
      name: 'Asks',
      steps: [
        { id: 'a', kind: 'ask', as: 'x', text: 'What shall it say?', what: { kind: 'text' } },
        { id: 'b', kind: 'message.show', text: 'It says ${x}' },
      ],
    })
    const alone = await here('pull', asks.name)
    expect(alone.code).toBe(5)
    expect(alone.out).toContain('What shall it say?')
    const questions: string[] = []
    await apiOf(server.url)('POST', '/api/stop', {})
    const answered = await keen(['--server', server.url, 'pull', asks.name], async (question) => {
      questions.push(question)
      return 'good night'
    })
    expect(answered.code).toBe(0)
    expect(questions).toEqual(['What shall it say?\n> '])
    expect(answered.out).toContain('x is “good night”')
  })

  test('are rehearsed without a trace on the bench, and put back', async () => {
    const before = (await here('--json', 'bench', 'show')).out
    const rehearsed = await here('rehearse', '2')
    expect(rehearsed.code).toBe(0)
    expect(rehearsed.out).toContain('would: ')
    const without = await here('rehearse', 'Remind me')
    expect([without.code, without.err]).toEqual([1, expect.stringContaining('It needs minutes')])
    const given = await here('rehearse', 'Remind me', 'minutes=25', 'about=Tea')
    expect([given.code, given.out]).toEqual([0, expect.stringContaining('would: A message appears: Tea')])
    const asks = await here('rehearse', 'who')
    expect([asks.code, asks.out]).toEqual([5, expect.stringContaining('--answer 0#1=')])
    const { run } = (await json('rehearse', 'who')) as {
      run: { question: { choices: { id: string; label: string }[] } }
    }
    const walkers = run.question.choices.find(({ label }) => label.startsWith('Fell Walkers'))!
    expect((await here('rehearse', 'who', '--answer', `0=${walkers.id}`)).code).toBe(0)
    expect((await here('rehearse', '--answer', `0=${walkers.label}`, 'who')).code).toBe(0)
    expect((await here('rehearse', 'who', '--answer', '0#1=nobody')).code).toBe(5)
    const typed = await keen(['--server', server.url, 'rehearse', 'who'], async () => walkers.label)
    expect([typed.code, typed.out]).toEqual([0, expect.stringContaining('would: ')])
    expect((await here('--json', 'bench', 'show')).out).toBe(before)
    await here('pull', '2')
    expect((await here('put-back')).out).toContain('put back')
  })
})

describe('keys and the bench', () => {
  test('are free, have an owner, and are checked', async () => {
    const free: { chord: string }[] = await json('keys', 'free', '--count', '3')
    expect(free).toHaveLength(3)
    for (const { chord } of free) expect(((await json('keys', 'who', chord)) as { state: string }).state).toBe('free')
    expect((await here('keys', 'who', 'ctrl+alt+c')).out).toContain('3 Catch plates with the main camera')
    expect(await here('keys', 'who', 'Foo+Q')).toMatchObject({ code: 2 })
    expect(await here('keys', 'who', 'F6', '--program', 'nowhere')).toMatchObject({ code: 1 })
    const check = await here('check')
    expect(check.code).toBe(1)
    expect(check.out).toContain('Cloud camera')
    const call = apiOf(server.url)
    const { findings } = (await call<{ findings: { id: string; severity: string }[] }>('GET', '/api/check-up')).body
    const ids = findings.filter(({ severity }) => severity === 'fault').map(({ id }) => id)
    await call('POST', '/api/check-up/accept', { ids, reason: 'the camera is away' })
    const after = await here('check')
    expect([after.code, after.out.includes('fault')]).toEqual([0, false])
    const whole = await here('check', '--all')
    expect(whole.out).toContain('Accepted: the camera is away')
    await call('POST', '/api/check-up/accept', { ids })
    expect((await here('check')).code).toBe(1)
  })

  test('a control is set by a word, a number with its unit, or a choice; the event is told as a line of JSON', async () => {
    const events = here('events', '--count', '1')
    await new Promise((resolve) => setTimeout(resolve, 300))
    expect(await here('bench', 'set', 'desk-speakers', 'mute', 'on')).toMatchObject({ code: 0 })
    expect(JSON.parse((await events).out)).toMatchObject({ type: 'bench' })
    expect(await here('bench', 'set', 'desk-speakers', 'volume', '25 %')).toMatchObject({ code: 0 })
    expect((await here('bench', 'show', 'desk-speakers')).out).toContain('25 %')
    const lost = await here('bench', 'set', 'desk-speakers', 'volum', '20')
    expect(lost.err).toContain('Did you mean “volume”?')
    expect((await here('bench', 'set', 'desk-speakers', 'volume', 'loud')).code).toBe(1)
  })
})

describe('frames', () => {
  test('are written, checked without a server, and read in as one edit that is undone', async () => {
    const file = join(folder, 'desk.frame.yaml')
    expect(await here('frame', 'write', 'Desk', file)).toMatchObject({ code: 0 })
    const text = readFileSync(file, 'utf8')
    expect(text).toMatch(/^keen-lever: 1\nframe: Desk\n/)
    expect((await keen(['frame', 'check', file])).out).toMatch(/Desk, \d+ levers/)
    writeFileSync(file, `# mine\n${text.replace('  Log of tonight’s target:', '  Log of the target:')}`)
    const dry = await here('frame', 'read', file, '--dry-run')
    expect(dry.out).toMatch(/changed +10 +Log of the target/)
    expect((await here('show', '10')).out).toContain('Log of tonight’s target')
    expect((await here('frame', 'read', file)).code).toBe(0)
    expect((await here('show', '10')).out).toContain('Log of the target')
    await here('undo')
    expect((await here('show', '10')).out).toContain('Log of tonight’s target')
    await here('frame', 'write', 'Desk', file)
    expect(readFileSync(file, 'utf8')).toBe(`# mine\n${text}`)
    writeFileSync(file, text.replace('open:', 'opne:'))
    const wrong = await keen(['frame', 'check', file])
    expect(wrong.code).toBe(1)
    expect(wrong.out).toMatch(/desk\.frame\.yaml:\d+:5: There is no “opne” here\. Did you mean “open”\?/)
    writeFileSync(file, 'night: dome\n')
    expect((await here('frame', 'write', 'Desk', file)).err).toContain('is no frame file')
  })

  test('and levers go out as Desktop Entries and come in again', async () => {
    expect((await here('export', '1', '--to', join(folder, 'out'))).code).toBe(0)
    const entry = join(folder, 'out', 'keen-lever-1-chart-for-the-dome.desktop')
    expect(readFileSync(entry, 'utf8')).toContain('[Desktop Entry]')
    expect((await here('import', entry, '--dry-run')).code).toBe(0)
  })

  test('and frames go out as a document, a script or a table, and documents and bookmarks come in again', async () => {
    const to = join(folder, 'carried')
    expect(await here('export', 'Desk', '--as', 'document', '--to', to)).toMatchObject({
      code: 0,
      out: `${join(to, 'desk.json')}\n`,
    })
    const again = await here('import', join(to, 'desk.json'))
    expect(again).toMatchObject({
      code: 0,
      out: '',
      err: expect.stringContaining('All of it stands already.') as string,
    })
    const script = await here('export', 'frame:Outreach', '--as', 'script', '--to', to)
    expect(script).toMatchObject({ code: 0, out: `${join(to, 'outreach.sh')}\n` })
    expect(spawnSync('sh', ['-n', join(to, 'outreach.sh')]).status).toBe(0)
    expect((await here('export', 'levers', '--as', 'table')).out).toMatch(/^number,name,frame/)
    const bookmarks = join(folder, 'saved')
    writeFileSync(bookmarks, '<DL><DT><A HREF="https://mast.example/">Mast</A></DL>')
    const dry = await here('import', bookmarks, '--frame', 'Desk', '--dry-run')
    expect(dry.out.match(/^new .*$/gm)).toHaveLength(2)
    writeFileSync(join(folder, 'odd.json'), '{"keen-lever-document":1,"frames":[{}]}')
    expect(await here('import', join(folder, 'odd.json'))).toMatchObject({
      code: 1,
      out: expect.stringContaining('frames.0.name') as string,
    })
  })
})

describe('without a server', () => {
  test('what only reads works on the store; what alters anything says that none runs', async () => {
    const store = await freshStore()
    const offline = (...args: string[]) => keen(['--store', store, ...args])
    expect((await offline('list')).out).toContain('Prepare the night')
    expect((await offline('keys', 'who', 'Ctrl+Alt+C')).out).toContain('3 Catch plates')
    expect(await offline('pull', '8')).toMatchObject({ code: 6 })
    expect((await offline('pull', '8')).err).toContain('No server holds the store')
    expect(await keen(['--store', join(folder, 'nowhere'), 'list'])).toMatchObject({ code: 6 })
    expect((await offline('doctor')).out).toMatch(/well +lock +free/)
    const held = await startServer(store)
    expect((await offline('doctor')).out).toContain(`held by the server at ${held.url}`)
    expect((await offline('pull', '8', '--quiet')).code).toBe(0)
    await held.stop()
  })
})

test('what is missing or wrong is told in a sentence with a code, and never with the place in the program', async () => {
  const wrong: [string[], number, RegExp][] = [
    [['import', join(folder, 'nothing.desktop')], 1, /nothing\.desktop cannot be opened: there is no such file/],
    [['frame', 'write', 'Desk', join(folder, 'no', 'where.yaml')], 1, /where\.yaml cannot be opened: there is no such/],
    [['frame', 'write', 'Desk', folder], 1, /cannot be/],
    [['frame', 'check', join(folder, 'nothing.yaml')], 1, /There is no file/],
    [['export', '1', '--to', '/dev/null/out'], 1, /a part of its path is no folder/],
    [['events', '--count', 'many'], 2, /whole number/],
    [['keys', 'free', '--count', '0'], 2, /whole number/],
    [['put-back', 'nothing'], 1, /^keen: /],
    [['frame', 'watch'], 1, /KEEN_FRAMES/],
    [['frame', 'write', 'Dsek'], 1, /Did you mean “Desk”\?/],
    [['export', '1', '2', '--as', 'script'], 2, /A script is of one/],
    [['export', '--as', 'table'], 2, /levers, triggers, clashes or ledger/],
    [['restore', join(folder, 'none')], 1, /There is no backup/],
    [['completion', 'csh'], 2, /bash, zsh, fish/],
  ]
  for (const [args, code, says] of wrong) {
    const answer = await here(...args)
    expect([args, answer.code, answer.out]).toEqual([args, code, ''])
    expect(answer.err).toMatch(says)
  }
  const nowhere = await keen(['--server', 'http://127.0.0.1:9', '--json', 'list'])
  expect([nowhere.code, JSON.parse(nowhere.err)]).toMatchObject([6, { issues: [{ code: 'unreachable' }] }])
  const dying = await startServer()
  const events = keen(['--server', dying.url, 'events'])
  await new Promise((resolve) => setTimeout(resolve, 300))
  await dying.kill()
  expect(await events).toMatchObject({ code: 6, err: 'keen: The server has ended, or does not answer.\n' })
})

test('the watched folder is followed: what becomes of each file that is saved, with lines, until the server ends', async () => {
  const frames = join(folder, 'frames')
  mkdirSync(frames)
  const watching = await startServer(undefined, undefined, { KEEN_FRAMES: frames })
  expect(await keen(['--server', watching.url, 'frame', 'watch', '--once'])).toMatchObject({ code: 0, out: '' })
  const followed = keen(['--server', watching.url, 'frame', 'watch'])
  const lines = keen(['--server', watching.url, '--json', 'frame', 'watch'])
  await new Promise((resolve) => setTimeout(resolve, 300))
  const file = join(frames, 'dawn.yaml')
  const saved = async (text: string) => {
    writeFileSync(file, text)
    await new Promise((resolve) => setTimeout(resolve, 1500))
  }
  await saved('keen-lever: 1\nframe: Dawn\nlevers:\n  A: {say: a}\n')
  await saved('keen-lever: 1\nframe: Dawn\nlevers:\n  A: {sya: a, keys: F9}\n')
  const once = await keen(['--server', watching.url, 'frame', 'watch', '--once'])
  expect([once.code, once.out]).toEqual([1, expect.stringContaining('dawn.yaml:4:7: There is no “sya” here.')])
  await watching.kill()
  const { out, code } = await followed
  expect(code).toBe(6)
  expect(out).toMatch(/^dawn\.yaml: in-step, 1 lever new.*\ndawn\.yaml: wrong\n/m)
  expect(out).toContain('dawn.yaml:4:7: There is no “sya” here.')
  const told = (await lines).out.trim().split(/\n(?=\{"file")/)
  expect((JSON.parse(told.at(-1)!) as { file: string }).file).toBe('dawn.yaml')
})

test('help has examples, a wrong command is told with the nearest, and scripts complete in each shell', async () => {
  expect((await keen(['pull', '--help'])).out).toContain('Exit codes')
  expect(await keen(['pul'])).toMatchObject({ code: 2 })
  expect((await keen(['pul'])).err).toContain('Did you mean pull?')
  expect((await keen(['--version'])).out).toMatch(/^\d+\.\d+\.\d+\n$/)
  for (const shell of ['bash', 'zsh', 'fish'])
    expect((await keen(['completion', shell])).out).toContain('keen complete')
  const { out } = await keen(['completion', 'bash'])
  const script = `${out}
keen() { printf 'Prepare the night\\nCome back\\n'; }
COMP_WORDS=(keen pu); COMP_CWORD=1; _keen; echo "\${COMPREPLY[@]}"
COMP_WORDS=(keen pull pre); COMP_CWORD=2; _keen; echo "\${COMPREPLY[@]}"
COMP_WORDS=(keen keys w); COMP_CWORD=2; _keen; echo "\${COMPREPLY[@]}"
`
  const completed = spawnSync('bash', ['-c', script], { encoding: 'utf8' })
  expect([completed.stderr, completed.stdout.trim().split('\n')]).toEqual([
    '',
    ['pull put-back', 'Prepare\\ the\\ night', 'who why'],
  ])
})

test('the built command is called as a desktop would, and ends with its code', () => {
  const script = new URL('../../scripts/keen.mjs', import.meta.url).pathname
  const call = (...args: string[]) =>
    spawnSync(process.execPath, [script, '--server', server.url, ...args], { encoding: 'utf8' })
  expect(call('pull', '2', '--quiet')).toMatchObject({ status: 0, stdout: '', stderr: '' })
  expect(call('pull', 'nothing like it')).toMatchObject({ status: 1, stdout: '' })
})
