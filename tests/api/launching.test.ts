import { readFileSync } from 'node:fs'
import { PNG } from 'pngjs'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { ExportAnswer, ImportItem, RehearsalAnswer } from '../../contract'
import type { Program, WrittenBench } from '../../core/bench'
import type { Frame, Lever, NamedValue } from '../../core/levers'
import { apiOf, draft } from '../support/api'
import { freshStore, startServer } from '../support/startServer'
import type { RunningServer } from '../support/startServer'

let server: RunningServer
let call: ReturnType<typeof apiOf>
beforeAll(async () => {
  server = await startServer()
  call = apiOf(server.url)
})
afterAll(() => server.stop())

const levers = async () => (await call<Lever[]>('GET', '/api/levers')).body
const lever = async (id: string) => (await levers()).find((entry) => entry.id === id)!
const refs = async (...plates: number[]) =>
  (await levers()).filter((entry) => plates.includes(entry.plate)).map(({ id, version }) => ({ id, version }))
const argsOf = (entry: Lever) => (entry.steps[0] as { args: string[] }).args
const codes = (answer: { body: { issues?: { code: string; path: string }[] } }) =>
  answer.body.issues?.map((issue) => [issue.code, issue.path])
const undo = () => call('POST', '/api/undo')
const base64 = (text: string | Buffer) => Buffer.from(text).toString('base64')

describe('named values', () => {
  test(
    'a value is changed in one place and what uses it follows; ' +
      'renaming writes the new name everywhere; one undo takes it back',
    async () => {
      const { body: value } = await call<NamedValue>('POST', '/api/values', {
        frameId: null,
        name: 'book',
        text: '${logs}/tonight.log',
      })
      const made = (
        await call<Lever>(
          'POST',
          '/api/levers',
          draft({
            triggers: [],
            steps: [{ id: 'a', kind: 'program.open', programId: 'night-book', args: ['${book}'] }],
          }),
        )
      ).body
      const shown = async () => (await call<RehearsalAnswer>('POST', `/api/levers/${made.id}/rehearse`)).body.changes
      expect(await shown()).toEqual(['A window opens: Night Book: tonight.log.'])
      await call('PATCH', `/api/values/${value.id}`, { version: 1, text: '${logs}/dome faults.log' })
      expect(await shown()).toEqual(['A window opens: Night Book: dome faults.log.'])
      await call('PATCH', `/api/values/${value.id}`, { version: 2, name: 'fault-book' })
      expect(argsOf(await lever(made.id))).toEqual(['${fault-book}'])
      await undo()
      expect([
        argsOf(await lever(made.id)),
        (await call<NamedValue[]>('GET', '/api/values')).body.map((entry) => entry.name),
      ]).toEqual([['${book}'], ['book', 'series', 'target-log']])
      await call('DELETE', `/api/values/${value.id}`)
      const run = (await call<RehearsalAnswer>('POST', `/api/levers/${made.id}/rehearse`)).body.run
      expect([run.outcome, run.changes, run.trace[0]!.note]).toEqual([
        'failed',
        [],
        expect.stringContaining('There is no value named “book”.'),
      ])
    },
  )

  test('a value may be another one on this machine; no file has that', async () => {
    const { body: value } = await call<NamedValue>('POST', '/api/values', {
      frameId: 'desk',
      name: 'mast',
      text: 'far',
    })
    const step = { id: 'a', kind: 'message.show', text: '${mast} mast' }
    const { body: lever } = await call<Lever>(
      'POST',
      '/api/levers',
      draft({ name: 'Mast', steps: [step], triggers: [] }),
    )
    const said = async () =>
      (await call<{ changes: string[] }>('POST', `/api/levers/${lever.id}/rehearse`, {})).body.changes.join(' ')
    expect(await said()).toContain('far mast')
    await call('PATCH', `/api/values/${value.id}`, { version: 1, here: 'near' })
    expect(await said()).toContain('near mast')
    const { body: file } = await call<{ text: string }>('GET', '/api/frames/desk/file')
    expect([file.text.includes('mast: far'), file.text.includes('near')]).toEqual([true, false])
    const { body: document } = await call<{ text: string }>('POST', '/api/exchange/document', { frameIds: ['desk'] })
    expect(document.text).not.toContain('near')
    // Read in again, the file leaves what is of this machine.
    await call('POST', '/api/frame-files', { text: file.text.replace('mast: far', 'mast: further') })
    expect(await said()).toContain('near mast')
    const { body: all } = await call<NamedValue[]>('GET', '/api/values')
    expect(all.find(({ name }) => name === 'mast')).toMatchObject({ text: 'further', here: 'near' })
    await call('PATCH', `/api/values/${value.id}`, { version: 3, here: null })
    expect(await said()).toContain('further mast')
    await call('DELETE', `/api/levers/${lever.id}`)
    await call('DELETE', `/api/values/${value.id}`)
  })

  test('what cannot be a value is refused at its field', async () => {
    const add = (part: object) => call('POST', '/api/values', { frameId: null, name: 'a', text: 'x', ...part })
    expect(codes(await add({ name: 'charts' }))).toEqual([['name-taken', 'name']])
    expect(codes(await add({ name: 'series' }))).toEqual([['name-taken', 'name']])
    expect(codes(await add({ name: '7up' }))).toEqual([['invalid_format', 'name']])
    expect(codes(await add({ text: '${a}' }))).toEqual([['variable-circular', 'text']])
    expect((await add({ text: '${chart}' })).body.issues![0]!.message).toContain('Did you mean “charts”?')
    expect(codes(await add({ frameId: 'nowhere' }))).toEqual([['frame-missing', 'frameId']])
    expect(codes(await call('PATCH', '/api/values/value-series', { version: 9, text: 'x' }))).toEqual([
      ['stale', 'version'],
    ])
    // A frame may have its own value of a name, which comes first there.
    await add({ frameId: 'night-run', name: 'series', text: '2611-0502' })
    const changes = (await call<RehearsalAnswer>('POST', '/api/levers/lever-6/rehearse')).body.changes
    expect(changes[0]).toContain('Comet, first night')
    await undo()
  })
})

describe('many at once', () => {
  test('each act is one edit, for all of the levers or for none', async () => {
    const before = await levers()
    const moved = await call<{ levers: Lever[] }>('POST', '/api/levers/batch', {
      act: 'move',
      frameId: 'desk',
      levers: await refs(1, 2),
    })
    expect(moved.body.levers.map((entry) => entry.frameId)).toEqual(['desk', 'desk'])
    expect(
      (await call('POST', '/api/levers/batch', { act: 'enable', enabled: false, levers: await refs(1, 2) })).status,
    ).toBe(200)
    expect(
      (
        await call<{ levers: Lever[] }>('POST', '/api/levers/batch', {
          act: 'rename',
          template: 'Chart {n}: {name}',
          levers: await refs(1, 2),
        })
      ).body.levers.map((entry) => entry.name),
    ).toEqual(['Chart 1: Chart for the dome', 'Chart 2: Dome Desk'])
    await call('POST', '/api/levers/batch', { act: 'renumber', from: 3, levers: await refs(1, 2) })
    expect((await levers()).slice(0, 5).map((entry) => [entry.plate, entry.id])).toEqual([
      [1, 'lever-3'],
      [2, 'lever-4'],
      [3, 'lever-1'],
      [4, 'lever-2'],
      [5, 'lever-5'],
    ])
    await call('POST', '/api/levers/batch', { act: 'duplicate', levers: await refs(3, 4) })
    expect((await levers()).slice(-2).map((entry) => [entry.name, entry.triggers])).toEqual([
      ['Chart 1: Chart for the dome (copy)', []],
      ['Chart 2: Dome Desk (copy)', []],
    ])
    const stale = await call('POST', '/api/levers/batch', {
      act: 'delete',
      levers: [...(await refs(3)), { id: 'lever-5', version: 99 }, { id: 'gone', version: 1 }],
    })
    expect(codes(stale)).toEqual([
      ['stale', 'levers.1'],
      ['lever-missing', 'levers.2'],
    ])
    await call('POST', '/api/levers/batch', { act: 'delete', levers: await refs(3, 4) })
    for (let i = 0; i < 6; i++) await undo()
    expect((await levers()).map(({ version: _version, ...entry }) => entry)).toEqual(
      before.map(({ version: _version, ...entry }) => entry),
    )
  })

  test('frames are made and named; one with levers stays', async () => {
    const { body: frame } = await call<Frame>('POST', '/api/frames', { name: 'Dawn' })
    expect((await call<Frame>('PATCH', `/api/frames/${frame.id}`, { name: 'Early dawn' })).body).toMatchObject({
      name: 'Early dawn',
      on: true,
      position: 4,
    })
    expect(codes(await call('DELETE', '/api/frames/desk'))).toEqual([['frame-full', '']])
    expect((await call('DELETE', `/api/frames/${frame.id}`)).status).toBe(200)
  })
})

describe('variants', () => {
  test('are made together, follow their pattern but for what is their own, and go together; the store keeps them', async () => {
    const rows = ['steady', 'night', 'trial'].map((edition, i) => ({
      name: `Reduce, ${edition}`,
      chord: `Ctrl+Alt+${i + 1}`,
      cells: { 's1:--edition': edition },
    }))
    const { version } = await lever('lever-6')
    const made = await call<Lever[]>('POST', '/api/levers/lever-6/variants', { version, rows })
    expect([made.status, made.body.map(argsOf).map((args) => args[1])]).toEqual([201, ['steady', 'night', 'trial']])
    const [steady, night] = made.body as [Lever, Lever]
    // Change the shared part once: all follow.
    await call('PATCH', '/api/levers/lever-6', {
      version,
      steps: [
        {
          ...(await lever('lever-6')).steps[0]!,
          args: ['--edition', 'night', '--data', '2611-0502', '${captures}/veil-0003.exposure'],
        },
      ],
      scope: { kind: 'only', programIds: ['drawers'] },
    })
    expect([argsOf(await lever(steady.id)), (await lever(steady.id)).scope.kind]).toEqual([
      ['--edition', 'steady', '--data', '2611-0502', '${captures}/veil-0003.exposure'],
      'only',
    ])
    // Change a part in one: it stays changed and is marked.
    await call('PATCH', `/api/levers/${night.id}`, {
      version: (await lever(night.id)).version,
      steps: [
        {
          ...(await lever(night.id)).steps[0]!,
          args: ['--edition', 'night', '--data', '2611-0418', '${captures}/veil-0003.exposure'],
        },
      ],
    })
    expect((await lever(night.id)).variant!.args).toEqual(
      expect.arrayContaining([
        { stepId: 's1', key: '--data', text: '2611-0418' },
        { stepId: 's1', key: '--edition', text: 'night' },
      ]),
    )
    await call('PATCH', '/api/levers/lever-6', {
      version: (await lever('lever-6')).version,
      steps: [{ ...(await lever('lever-6')).steps[0]!, args: ['--edition', 'night', '--data', '2611-0611'] }],
    })
    expect([argsOf(await lever(steady.id))[3], argsOf(await lever(night.id))[3]]).toEqual(['2611-0611', '2611-0418'])
    const followed = await call<Lever>('POST', `/api/levers/${night.id}/follow`, {
      version: (await lever(night.id)).version,
      arg: { stepId: 's1', key: '--data' },
    })
    expect(argsOf(followed.body)[3]).toBe('2611-0611')
    expect(
      codes(await call('POST', `/api/levers/${night.id}/variants`, { version: followed.body.version, rows })),
    ).toEqual([['variant-of-variant', 'pattern']])
    const odd = { name: 'Odd', chord: '', cells: {}, icon: { kind: 'set', name: 'no-such-icon', colour: 'ink' } }
    const refused = await call('POST', '/api/levers/lever-6/variants', { version, rows: [odd] })
    expect([refused.status, refused.body.issues![0]]).toEqual([
      422,
      { code: 'icon-unknown', path: 'rows.0.icon', message: 'There is no icon “no-such-icon” in the shipped set.' },
    ])
    const taken = await call('POST', '/api/levers/lever-6/variants', {
      version: (await lever('lever-6')).version,
      rows: [rows[0], { ...rows[0]!, name: 'Fresh' }],
    })
    expect(codes(taken)).toEqual([
      ['name-twice', 'rows.0.name'],
      ['chord-twice', 'rows.1.chord'],
    ])
    // The pattern goes: its variants stand alone. Undo ties them again, and five undos later none of it was there.
    await call('DELETE', '/api/levers/lever-6')
    expect((await lever(steady.id)).variant).toBeUndefined()
    await undo()
    expect((await lever(steady.id)).variant!.patternId).toBe('lever-6')
    for (let i = 0; i < 5; i++) await undo()
    expect((await levers()).filter((entry) => entry.name.startsWith('Reduce, '))).toEqual([])
  })
})

describe('Desktop Entries', () => {
  const sky =
    '[Desktop Entry]\nType=Application\nName=Sky Desk\nExec=/opt/sky/desk --night ' +
    '%F\nKeywords=stars;\nActions=red;\n\n[Desktop Action red]\nName=Red light\nExec=/opt/sky/desk --red\n'
  const files = [
    { name: 'sky.desktop', base64: base64(sky) },
    { name: 'broken.desktop', base64: base64('[Desktop Entry]\nType=Application\nName=X\nExec=sky "open\n') },
  ]

  test('a preview alters nothing; an import sets programs and levers up in one edit that one undo takes back', async () => {
    const before = await levers()
    const preview = (await call<ImportItem[]>('POST', '/api/exchange/preview', { files, frameId: 'desk' })).body
    expect(preview.map((item) => [item.fate, item.levers.length])).toEqual([
      ['create', 2],
      ['fault', 0],
    ])
    expect(preview[1]!.reasons[0]).toBe(
      'Line 4: Exec: The quote " that opens at character 5 is never closed. Close it, or remove it.',
    )
    expect(await levers()).toEqual(before)
    await call('POST', '/api/exchange/import', { files, frameId: 'desk' })
    const made = (await levers()).slice(before.length)
    expect(made.map((entry) => [entry.name, entry.frameId])).toEqual([
      ['Sky Desk', 'desk'],
      ['Sky Desk: Red light', 'desk'],
    ])
    const run = (await call<RehearsalAnswer>('POST', `/api/levers/${made[1]!.id}/rehearse`)).body
    expect(run.changes).toEqual(
      ['A window opens: Sky Desk.'].map((text) => expect.stringContaining(text.slice(0, -1)) as string),
    )
    const exported = (
      await call<ExportAnswer>('POST', '/api/exchange/export', { leverIds: made.map((entry) => entry.id) })
    ).body
    expect(exported.files.map(({ name, text }) => [name, text])).toEqual([['sky.desktop', sky]])
    const lone = (await call<ExportAnswer>('POST', '/api/exchange/export', { leverIds: [made[1]!.id] })).body
    expect(lone.files.map(({ name }) => name)).toEqual(['sky-red.desktop'])
    const loneAgain = (
      await call<ImportItem[]>('POST', '/api/exchange/preview', {
        files: [{ name: 'sky-red.desktop', base64: base64(lone.files[0]!.text) }],
        frameId: 'desk',
      })
    ).body
    expect(loneAgain[0]!.levers.map((entry) => [entry.fate, entry.leverId])).toEqual([['same', made[1]!.id]])
    const again = (
      await call<ImportItem[]>('POST', '/api/exchange/preview', {
        files: [{ name: 'sky.desktop', base64: base64(exported.files[0]!.text) }],
        frameId: 'desk',
      })
    ).body
    expect(again[0]!.levers.map((entry) => entry.fate)).toEqual(['same', 'same'])
    await undo()
    expect(await levers()).toEqual(before)
    expect((await call<{ state: WrittenBench }>('GET', '/api/bench')).body.state.programs.sky).toBeUndefined()
    await call('POST', '/api/redo')
    expect((await call<{ state: WrittenBench }>('GET', '/api/bench')).body.state.programs.sky?.origin).toBe('imported')
    await undo()
  })

  test('levers of the demo are written, and what no entry can say is told', async () => {
    const {
      files: written,
      unsaid,
      skipped,
    } = (
      await call<ExportAnswer>('POST', '/api/exchange/export', {
        leverIds: ['lever-1', 'lever-8', 'lever-10', 'lever-11'],
      })
    ).body
    expect(written.map((file) => file.name)).toEqual([
      'keen-lever-1-chart-for-the-dome.desktop',
      'keen-lever-10-log-of-tonight-s-target.desktop',
      'keen-lever-11-capture-folder.desktop',
    ])
    expect(written[1]!.text).toContain(
      'Exec=/opt/harrow/night-book --end "/home/watch/documents/logs/Ægir’s field.log"',
    )
    expect(written[2]!.text).toContain('URL=file:///home/watch/captures')
    expect(skipped).toEqual([
      { leverId: 'lever-8', because: 'It has several steps; a Desktop Entry starts one program.' },
    ])
    expect(unsaid.filter(({ leverId }) => leverId === 'lever-1').map(({ because }) => because)).toEqual([
      'Its trigger is left out: Ctrl+Alt+A.',
      'Values are written out as they are now: charts.',
    ])
  })

  test('a body that is too large, a file that is, and one that is no text', async () => {
    const large = { name: 'large.desktop', base64: base64(Buffer.alloc(10 * 1024 * 1024, 65)) }
    const preview = (
      await call<ImportItem[]>('POST', '/api/exchange/preview', {
        files: [
          large,
          { name: 'latin.desktop', base64: base64(Buffer.from('[Desktop Entry]\nName=\xC6gir\n', 'latin1')) },
        ],
        frameId: 'desk',
      })
    ).body
    expect(preview.map((item) => item.reasons[0])).toEqual([
      expect.stringContaining('10240 KiB'),
      expect.stringContaining('Line 2 is not UTF-8'),
    ])
    expect((await call('POST', '/api/exchange/preview', { files: [large, large], frameId: 'desk' })).status).toBe(413)
  })
})

describe('programs of one’s own', () => {
  test('are described, launched, changed and taken off again, each with its undo', async () => {
    const program: Partial<Program> = {
      id: 'frost-watch',
      name: 'Frost Watch',
      executable: '/opt/watch/frost',
      categories: [],
      icon: 'snowflake',
      instances: 'multi',
      whenRunning: 'comes-to-front',
      opens: [],
      claims: [],
      arguments: {
        options: [
          {
            names: ['--site'],
            value: 'required',
            joiners: ['='],
            source: { kind: 'reported', list: 'sites' },
            effect: { kind: 'part', part: 'profile' },
            help: '',
          },
        ],
        positionals: [],
        order: [],
        onUnknown: 'error-window',
        onMissingFile: 'ignored',
      },
      reports: { sites: [{ id: 's1', name: 'Ridge' }] },
    }
    expect((await call('PUT', '/api/programs/other', program)).status).toBe(422)
    for (const executable of ['run', '/opt/', '/opt/../run', '/'])
      expect(codes(await call('PUT', '/api/programs/frost-watch', { ...program, executable }))![0]![1]).toBe(
        'executable',
      )
    expect(
      codes(await call('PUT', '/api/programs/frost-watch', { ...program, claims: [{ chord: 'Ctrl+', does: 'x' }] })),
    ).toEqual([['key-missing', 'claims.0.chord']])
    expect((await call<Program>('PUT', '/api/programs/frost-watch', program)).body.origin).toBe('described')
    const made = (
      await call<Lever>(
        'POST',
        '/api/levers',
        draft({
          triggers: [],
          steps: [{ id: 'a', kind: 'program.open', programId: 'frost-watch', args: ['--site=s1'] }],
        }),
      )
    ).body
    expect((await call<RehearsalAnswer>('POST', `/api/levers/${made.id}/rehearse`)).body.changes).toEqual([
      'A window opens: Frost Watch: Ridge.',
    ])
    const used = await call('DELETE', '/api/programs/frost-watch')
    expect([used.status, codes(used)]).toEqual([409, [['program-used', '']]])
    await undo()
    await undo()
    const bench = (await call<{ state: WrittenBench }>('GET', '/api/bench')).body.state
    expect([bench.programs['frost-watch'], bench.files['/opt/watch']]).toEqual([undefined, undefined])
  })
})

describe('icons', () => {
  const upload = (name: string, bytes: string | Buffer) =>
    call<{ id: string; type: string; removed: string[] }>('POST', '/api/icons/uploads', { name, base64: base64(bytes) })

  test('are found by the words of their names and come as files that nothing can run in', async () => {
    const found = (
      await call<{ icons: { name: string; body: string }[]; total: number }>('GET', '/api/icons?query=moon&limit=5')
    ).body
    expect([
      found.icons.length,
      found.total > 5,
      found.icons.every((icon) => icon.name.includes('moon') && icon.body.startsWith('<')),
    ]).toEqual([5, true, true])
    const file = await fetch(`${server.url}/api/icons/set/moon`)
    expect([file.headers.get('content-type'), file.headers.get('content-security-policy')]).toEqual([
      'image/svg+xml',
      expect.stringContaining("default-src 'none'"),
    ])
    expect((await fetch(`${server.url}/api/icons/set/no-such-icon`)).status).toBe(404)
  })

  test('an uploaded drawing keeps what draws and loses what runs or reaches outside', async () => {
    const hostile = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9" onload="alert(1)"><script>alert(1)</script><style>@import url(http://x.invalid/a.css);</style>
      <foreignObject><body onload="alert(1)"/></foreignObject><image href="http://x.invalid/a.png"/><use href="http://x.invalid/a.svg#b"/><a href="javascript:alert(1)"><path d="M0 0h9"/></a>
      <path d="M0 0h9v9z" fill="url(http://x.invalid/#f)" style="background:url(http://x.invalid)" onclick="alert(1)"/><path id="ok" d="M1 1h2" fill="url(#g)"/></svg>`
    const stored = await upload('hostile.svg', hostile)
    expect(stored.status).toBe(201)
    const text = await (await fetch(`${server.url}/api/icons/uploads/${stored.body.id}`)).text()
    expect(text).toContain('d="M1 1h2" fill="url(#g)"')
    expect(text).not.toMatch(/script|style|foreign|image|invalid|onload|onclick|javascript|import/i)
    expect(stored.body.removed).toEqual(expect.arrayContaining(['<script>', 'onload', '<image>', 'href']))
    expect((await upload('hostile.svg', hostile)).body.id).toBe(stored.body.id)
  })

  test('an entity bomb, a picture of no kind, a broken, a huge and an empty one are refused', async () => {
    const bomb =
      '<?xml version="1.0"?>\n<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;">]>\n<svg><path d="M0 0"/><text>&b;</text></svg>'
    expect(await upload('bomb.svg', bomb)).toMatchObject({
      status: 422,
      body: { issues: [{ code: 'icon-entities', message: expect.stringContaining('line 2') as string }] },
    })
    expect(codes(await upload('notes.svg', 'hello'))).toEqual([['icon-unknown', 'base64']])
    expect(codes(await upload('void.svg', '<svg><script>1</script></svg>'))).toEqual([['icon-empty', 'base64']])
    const png = PNG.sync.write(new PNG({ width: 8, height: 8 }))
    expect((await upload('dot.png', png)).body.type).toBe('image/png')
    expect(codes(await upload('cut.png', png.subarray(0, 40)))).toEqual([['icon-broken', 'base64']])
    const wide = Buffer.from(png)
    wide.writeUInt32BE(100_000, 16)
    expect(codes(await upload('wide.png', wide))).toEqual([['icon-large', 'base64']])
    expect(codes(await upload('fat.svg', `<svg>${'<path d="M0 0"/>'.repeat(18_000)}</svg>`))).toEqual([
      ['icon-large', 'base64'],
    ])
  })
})

test('values, icons, variants and described programs are there again after a kill', async () => {
  const folder = await freshStore()
  const first = await startServer(folder)
  const before = apiOf(first.url)
  await before('POST', '/api/values', { frameId: 'desk', name: 'spare', text: '${captures}', here: '/mnt' })
  const { body: icon } = await before<{ id: string }>('POST', '/api/icons/uploads', {
    name: 'a.svg',
    base64: base64(readFileSync(new URL('../../public/mark.svg', import.meta.url))),
  })
  const version = (await before<Lever>('GET', '/api/levers/lever-6')).body.version
  await before('POST', '/api/levers/lever-6/variants', {
    version,
    rows: [{ name: 'Only one', cells: { 's1:--edition': 'trial' }, icon: { kind: 'upload', id: icon.id } }],
  })
  const stood = await Promise.all(
    ['/api/levers', '/api/values', '/api/frames', '/api/bench', '/api/revisions'].map(
      async (path) => (await before('GET', path)).body,
    ),
  )
  await first.kill()
  const second = await startServer(folder)
  const after = apiOf(second.url)
  expect(
    await Promise.all(
      ['/api/levers', '/api/values', '/api/frames', '/api/bench', '/api/revisions'].map(
        async (path) => (await after('GET', path)).body,
      ),
    ),
  ).toEqual(stood)
  expect((await fetch(`${second.url}/api/icons/uploads/${icon.id}`)).status).toBe(200)
  await second.stop()
})

test('five thousand arguments are taken, one more is refused', async () => {
  const step = (count: number) =>
    draft({
      triggers: [],
      steps: [
        {
          id: 'a',
          kind: 'program.open',
          programId: 'night-book',
          args: Array.from({ length: count }, (_, i) => `/a/${i}.log`),
        },
      ],
    })
  const made = await call<Lever>('POST', '/api/levers', step(5000))
  expect(made.status).toBe(201)
  expect((await call<RehearsalAnswer>('POST', `/api/levers/${made.body.id}/rehearse`)).body.run.outcome).toBe('failed')
  expect(codes(await call('POST', '/api/levers', step(5001)))).toEqual([['too_big', 'steps.0.args']])
})
