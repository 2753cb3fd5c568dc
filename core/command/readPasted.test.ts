import { expect, test } from 'vitest'
import { valueOf } from '../result'
import { readPasted, splitAs } from '.'

/**
 * Lines as people paste them, from manuals, notes, terminals and shortcuts. Each is what was pasted and what is to come
 * of it: the convention (P, W, E), the arguments with `¦` between, environment values as `+NAME=value`, the working
 * directory as `@folder`, and as `!` what is told.
 */
const corpus: readonly (readonly [line: string, outcome: string])[] = [
  // As they stand.
  ['atlas-room', 'P atlas-room'],
  ['atlas-room --profile=red', 'P atlas-room¦--profile=red'],
  ['atlas-room --profile red ~/charts/south.atlas', 'P atlas-room¦--profile¦red¦~/charts/south.atlas'],
  ['/opt/harrow/atlas-room "south sky.atlas"', 'P /opt/harrow/atlas-room¦south sky.atlas'],
  ["/opt/harrow/atlas-room 'south sky.atlas'", 'P /opt/harrow/atlas-room¦south sky.atlas'],
  ['/opt/harrow/atlas-room south\\ sky.atlas', 'P /opt/harrow/atlas-room¦south sky.atlas'],
  ['"/opt/harrow tools/atlas-room" -n', 'P /opt/harrow tools/atlas-room¦-n'],
  ['./reduce -v -o out.log in.exposure', 'P ./reduce¦-v¦-o¦out.log¦in.exposure'],
  ['reduce --filter "seeing < 2" set', 'P reduce¦--filter¦seeing < 2¦set'],
  ["reduce --name 'veil; east' set", 'P reduce¦--name¦veil; east¦set'],
  ["it's-closed 'veil", 'P its-closed veil'],
  ["chart it's", 'P ?quote-open'],
  ['chart "open', 'P ?quote-open'],
  ['log "at $HOME"', 'P log¦at $HOME'],
  ['log $(date +%F)', 'P log¦$(date +%F)'],
  ['log `date`', 'P log¦`date`'],
  ['cp *.log /home/watch/later', 'P cp¦*.log¦/home/watch/later'],
  ['cairn https://mast.harrow.example/watch?night=1', 'P cairn¦https://mast.harrow.example/watch?night=1'],
  ["cairn 'https://mast.harrow.example/watch?a=1&b=2'", 'P cairn¦https://mast.harrow.example/watch?a=1&b=2'],
  ['reduce --range=1:5 --scale=0.5', 'P reduce¦--range=1:5¦--scale=0.5'],
  ['reduce -- -odd-name', 'P reduce¦--¦-odd-name'],
  ['reduce ""', 'P reduce¦'],
  ['reduce a=b', 'P reduce¦a=b'],
  ['reduce "a""b"', 'P reduce¦ab'],
  ['reduce \\\n  --all \\\n  set', 'P reduce¦--all¦set'],
  ['reduce set # the veil', 'P reduce¦set'],
  ['   atlas-room   --wide   ', 'P atlas-room¦--wide'],
  ['atlas-room\n', 'P atlas-room'],
  ['sh -c "reduce a; reduce b"', 'P sh¦-c¦reduce a; reduce b'],
  ["sh -c 'log $1' -- x", 'P sh¦-c¦log $1¦--¦x'],
  ['log C', 'P log¦C'],
  ['log "50%"', 'P log¦50%'],
  ['log 50% done', 'P log¦50%¦done'],
  ['reduce --title="Comet, night 3"', 'P reduce¦--title=Comet, night 3'],
  ["reduce --title='it'\\''s veil'", "P reduce¦--title=it's veil"],
  ['reduce {a,b}', 'P reduce¦{a,b}'],
  ['reduce ${captures}/set', 'P reduce¦${captures}/set'],
  // Prompts.
  ['$ atlas-room --wide', 'P atlas-room¦--wide !prompt'],
  ['# reduce --all', 'P reduce¦--all !prompt'],
  ['> atlas-room --wide', 'P atlas-room¦--wide !prompt'],
  ['watch@mast:~$ reduce set', 'P reduce¦set !prompt'],
  ['watch@mast:~/captures$ reduce set', 'P reduce¦set !prompt'],
  ['C:\\harrow>reduce.exe set', 'W reduce.exe¦set !prompt'],
  ['PS C:\\harrow> .\\reduce.exe set', 'W .\\reduce.exe¦set !prompt'],
  ['$HOME/bin/reduce set', 'P $HOME/bin/reduce¦set'],
  // Environment.
  ['HARROW_PROFILE=red atlas-room', 'P atlas-room +HARROW_PROFILE=red !environment'],
  ['A=1 B="two words" atlas-room -w', 'P atlas-room¦-w +A=1 +B=two words !environment'],
  ['env A=1 atlas-room', 'P atlas-room +A=1 !environment'],
  ['env A=1 b.c=2 program', 'P program +A=1 +b.c=2 !environment'],
  ['/usr/bin/env A=1 atlas-room x', 'P atlas-room¦x +A=1 !environment'],
  ['env atlas-room', 'P env¦atlas-room'],
  ['export A=1; atlas-room', 'P atlas-room +A=1 !environment'],
  ['A=1; export B=2 && atlas-room', 'P atlas-room +A=1 +B=2 !environment !environment'],
  ['A=1', 'P A=1'],
  ['atlas-room A=1', 'P atlas-room¦A=1'],
  ['"A=1" atlas-room', 'P A=1¦atlas-room'],
  ['A= atlas-room', 'P atlas-room +A= !environment'],
  ['$ A=1 atlas-room', 'P atlas-room +A=1 !prompt !environment'],
  // Folders.
  ['cd /home/watch/captures && reduce set', 'P reduce¦set @/home/watch/captures !folder'],
  ['cd ~/captures && reduce set', 'P reduce¦set @${home}/captures !folder'],
  ['cd "$HOME/night sets"; reduce set', 'P reduce¦set @${home}/night sets !folder'],
  ['cd && reduce', 'P reduce @${home} !folder'],
  ['pushd /opt/harrow && ./reduce', 'P ./reduce @/opt/harrow !folder'],
  ['cd /opt/harrow\n./reduce set', 'P ./reduce¦set @/opt/harrow !folder'],
  ['cd /a && A=1 ./reduce', 'P ./reduce @/a +A=1 !folder !environment'],
  ['cd /a || reduce', 'P cd¦/a !further'],
  ['$ cd /a && reduce', 'P reduce @/a !prompt !folder'],
  // What one launch cannot do.
  ['reduce set | less', 'P reduce¦set !pipe'],
  ['reduce set | grep -v dark | sort', 'P reduce¦set !pipe'],
  ['reduce set > out.log', 'P reduce¦set !redirection'],
  ['reduce set >> out.log', 'P reduce¦set !redirection'],
  ['reduce set > out.log 2>&1', 'P reduce¦set !redirection'],
  ['reduce set 2>/dev/null', 'P reduce¦set !redirection'],
  ['reduce < in.txt', 'P reduce !redirection'],
  ['reduce set &', 'P reduce¦set !background'],
  ['reduce set & disown', 'P reduce¦set !further'],
  ['reduce a && reduce b', 'P reduce¦a !further'],
  ['reduce a || log failed', 'P reduce¦a !further'],
  ['reduce a; log done', 'P reduce¦a !further'],
  ['reduce a;', 'P reduce¦a'],
  ['reduce a\nreduce b', 'P reduce¦a !further'],
  ['A=1 reduce set | less', 'P reduce¦set +A=1 !environment !pipe'],
  ['(reduce a)', 'P  !further'],
  ['nohup reduce set > out.log &', 'P nohup¦reduce¦set !redirection'],
  // Windows.
  ['C:\\harrow\\reduce.exe set', 'W C:\\harrow\\reduce.exe¦set'],
  ['"C:\\Program Files\\Harrow\\reduce.exe" "night set"', 'W C:\\Program Files\\Harrow\\reduce.exe¦night set'],
  ['reduce.exe -o "D:\\sets\\veil east"', 'W reduce.exe¦-o¦D:\\sets\\veil east'],
  ['reduce.exe', 'W reduce.exe'],
  ['run.bat a b', 'W run.bat¦a¦b'],
  ['\\\\mast\\share\\reduce.exe x', 'W \\\\mast\\share\\reduce.exe¦x'],
  ['"C:\\a b\\reduce.exe" "C:\\sets\\\\"', 'W C:\\a b\\reduce.exe¦C:\\sets\\'],
  ['C:\\harrow\\reduce.exe "say \\"veil\\""', 'W C:\\harrow\\reduce.exe¦say "veil"'],
  ['C:\\harrow\\reduce.exe "open', 'W C:\\harrow\\reduce.exe¦open'],
  ['%ProgramFiles%\\Harrow\\reduce.exe x', 'W %ProgramFiles%\\Harrow\\reduce.exe¦x'],
  ['reduce --to=D:\\sets', 'W reduce¦--to=D:\\sets'],
  ['cd /d D:\\sets && reduce.exe a', 'W reduce.exe¦a @D:\\sets !folder'],
  ['cd C:\\harrow & reduce.exe', 'W reduce.exe @C:\\harrow !folder'],
  ['set A=1 && C:\\harrow\\reduce.exe', 'W C:\\harrow\\reduce.exe +A=1 !environment'],
  ['C:\\harrow\\reduce.exe a > out.txt', 'W C:\\harrow\\reduce.exe¦a !redirection'],
  ['C:\\harrow\\reduce.exe a | more', 'W C:\\harrow\\reduce.exe¦a !pipe'],
  ['C:\\harrow\\reduce.exe "a&b"', 'W C:\\harrow\\reduce.exe¦a&b'],
  ['C:\\harrow\\reduce.exe a && C:\\harrow\\log.exe b', 'W C:\\harrow\\reduce.exe¦a !further'],
  ['C:/harrow/reduce.exe a/b', 'W C:/harrow/reduce.exe¦a/b'],
  // Desktop Entries.
  ['Exec=atlas-room %F', 'E atlas-room'],
  ['Exec = "/opt/harrow tools/atlas-room" --wide %u', 'E /opt/harrow tools/atlas-room¦--wide'],
  ['atlas-room --open %f', 'E atlas-room¦--open'],
]

function outcomeOf(line: string): string {
  const { convention, line: command, environment, workingDirectory, told } = readPasted(line)
  const argv = splitAs(convention, command)
  return [
    { posix: 'P', windows: 'W', exec: 'E' }[convention],
    argv.ok ? argv.value.join('¦') : `?${argv.issues[0]!.code}`,
    ...(workingDirectory === undefined ? [] : [`@${workingDirectory}`]),
    ...environment.map(({ name, value }) => `+${name}=${value}`),
    ...told.map(({ code }) => `!${code}`),
  ].join(' ')
}

test.each(corpus)('%s', (line, outcome) => expect(outcomeOf(line)).toBe(outcome))

test('every sentence says what it is about, and stands at its place', () => {
  const pasted = readPasted('$ cd /a && A=1 reduce set | less')
  expect(pasted.told.map(({ message }) => message)).toEqual([
    '“$” in front is the prompt, and was left out.',
    '“cd /a” became the working directory.',
    'A before the command became an environment value.',
    '“| less” was left out: one launch cannot hand what a program prints to another.',
  ])
  expect(valueOf(splitAs('posix', pasted.line))).toEqual(['reduce', 'set'])
})

test.each([
  ['reduce set > out.log 2>&1', '> out.log 2>&1', 11],
  ['reduce set 2>/dev/null', '2>/dev/null', 11],
  ['reduce set  2>> err.log  | less', '2>> err.log  | less', 12],
  ['reduce 12> out', '12> out', 7],
  ['reduce 2 &> out', '&> out', 9],
  ['C:\\harrow\\reduce.exe a 2>&1 | more', '2>&1 | more', 23],
  ['reduce set && park\nstow', '&& park\nstow', 11],
])('what is left out of %s is told as it was typed, with its place', (line, left, at) => {
  expect(readPasted(line).told).toMatchObject([{ message: expect.stringContaining(`“${left}”`), at }])
})
