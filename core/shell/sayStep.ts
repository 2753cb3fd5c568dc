import { assertNever } from '../result'
import { childrenOf, describeStep, isOff, textsOf } from '../steps'
import type { AnyStep, Step, StepOf } from '../steps'
import { orNothing, sayChoose, sayEach, sayGroup, sayIf, sayRepeat, sayTurntable, sayWhile } from './blocks'
import { sayCondition } from './conditions'
import { sayBin, sayFolder, sayGather, sayMove, sayRename, sayRestore } from './files'
import type { Place, Said } from './place'
import { STATUS } from './place'
import { sayByHand, sayOpen, sayVisit } from './programs'
import { asComment } from './quote'
import { resultPart, sayFind, wholeBinding } from './rows'
import { sayAsk, sayListWork, saySet, sayTextWork } from './values'
import { indented, Unsayable } from './writing'
import type { Writing } from './writing'

/** Writes steps; pulling another lever comes from outside, where the levers are known. */
export class StepWriter {
  constructor(
    readonly writing: Writing,
    private readonly sayPull: (step: StepOf<'lever.pull'>, place: Place) => Said,
  ) {}

  /** Steps in order, each with what it does above it. */
  readonly sayList = (steps: readonly AnyStep[], place: Place): string[] =>
    steps.flatMap((step, i) => {
      const at = `${place.path === '' ? '' : `${place.path}.`}${i}`
      if (isOff(step)) return (step as Step).kind === 'note' ? [`# ${asComment((step as StepOf<'note'>).text)}`] : []
      return [`# ${asComment(describeStep(step as Step, this.writing.names))}`, ...this.statement(step, place, at)]
    })

  /** A step with what is tried again, its second way, and what its failure does to the rest. */
  private statement(step: AnyStep, place: Place, at: string): string[] {
    const isPlain = step.onFailure === 'stop' && !step.retry && !step.alternative
    const left = statusesOf(step)
    const needsFunction = !isPlain && (left.size > 0 || step.retry !== undefined)
    const said = this.said(step, needsFunction || !isPlain ? { ...place, isInLoop: false } : place, at)
    if (isPlain) return 'lines' in said ? [...said.lines] : [`${said.command} || return`]
    const first = 'command' in said ? said.command : this.hoisted(step, said.lines)
    const tried = step.retry
      ? `${this.writing.use('retry')} ${step.retry.times} ${seconds(step.retry.afterMs)} ${first}`
      : first
    const last = this.afterFailure(step)
    const second = step.alternative && this.alternative(step.alternative, place, `${at}.alternative`)
    if (left.size === 0) return [[tried, ...(second ? [second] : []), last].join(' || ')]
    return [
      'k_status=0',
      `${tried} || k_status=$?`,
      'case $k_status in',
      '  0) ;;',
      ...[...left].map((status) => `  ${status}) ${passedOn(status, place)} ;;`),
      `  *) ${[...(second ? [second] : []), last].join(' || ')} ;;`,
      'esac',
    ]
  }

  private alternative(step: AnyStep, place: Place, at: string): string {
    const said = this.said(step, { ...place, isInLoop: false }, at)
    return 'command' in said ? said.command : this.hoisted(step, said.lines)
  }

  private afterFailure({ onFailure }: AnyStep): string {
    switch (onFailure) {
      case 'stop':
        return 'return 1'
      case 'go-on':
        return this.writing.use('go_on')
      case 'put-back':
        return `{ ${this.writing.command('Puts back all that was done so far', 'nothing')}; return 1; }`
      default:
        return assertNever(onFailure)
    }
  }

  /** Lines as a function of their own, so that one command stands for them. */
  private hoisted(step: AnyStep, lines: readonly string[]): string {
    const name = this.writing.identifiers.fromWords(`step ${describeStep(step as Step, this.writing.names)}`)
    this.writing.functions.push([`${name}() {`, ...indented(orNothing(lines)), '}'])
    return name
  }

  private said(step: AnyStep, place: Place, at: string): Said {
    const { writing, sayList } = this
    const inner = { ...place, path: at }
    const known = step as Step
    switch (known.kind) {
      case 'if':
        return sayIf(known, inner, writing, sayList)
      case 'choose':
        return sayChoose(known, inner, writing, sayList)
      case 'each':
        return sayEach(known, inner, writing, sayList)
      case 'repeat':
        return sayRepeat(known, inner, writing, sayList)
      case 'while':
        return sayWhile(known, inner, writing, sayList)
      case 'turntable':
        return sayTurntable(known, inner, writing, sayList)
      case 'group':
        return sayGroup(known, inner, sayList)
      case 'program.open':
        return sayOpen(known, place, writing)
      case 'place.open':
        return sayVisit(known, place, writing)
      case 'files.move':
        return sayMove(known, place, writing)
      case 'files.gather':
        return sayGather(known, place, writing)
      case 'files.bin':
        return sayBin(known, place, writing)
      case 'files.restore':
        return sayRestore(known, place, writing)
      case 'files.folder':
        return sayFolder(known, place, writing)
      case 'files.rename':
        return sayRename(known, place, writing)
      case 'value.set':
        return saySet(known, place, writing)
      case 'text.work':
        return sayTextWork(known, place, writing)
      case 'list.work':
        return sayListWork(known, place, writing)
      case 'ask':
        return sayAsk(known, place, writing)
      case 'wait':
        return sayWait(known, place, writing)
      case 'wait.until':
        return sayWaitUntil(known, place, writing)
      case 'message.show':
        return sayMessage(known, place, writing)
      case 'loop.leave':
        return { lines: [place.isInLoop ? loopWord(known.to) : `return ${loopStatus(known.to)}`] }
      case 'lever.stop':
        return { lines: [`return ${known.what === 'all' ? STATUS.stopAll : STATUS.stop}`] }
      case 'lever.give': {
        const whole = wholeBinding(known.text, place)
        const parts = whole && 'parts' in whole ? [...whole.parts] : []
        const given = parts.map(([part, variable]) => `${resultPart(part)}=$${variable}`)
        return { lines: [`result=${writing.word(known.text, place)}`, ...given, `return ${STATUS.give}`] }
      }
      case 'value.find':
        return sayFind(known, place, writing)
      case 'lever.pull':
        return this.sayPull(known, place)
      case 'script.run':
        throw new Unsayable({ code: 'script-unsayable', message: 'A script in JavaScript cannot be said in a shell.' })
      default:
        return this.byHand(known, place)
    }
  }

  /** What only the desktop can do. */
  private byHand(step: Step, place: Place): Said {
    const texts = textsOf(step)
      .map(({ text }) => text)
      .filter((text) => text.includes('${'))
    return sayByHand(step, texts, place, this.writing)
  }
}

const loopWord = (to: 'next' | 'end') => (to === 'next' ? 'continue' : 'break')
const loopStatus = (to: 'next' | 'end') => (to === 'next' ? STATUS.next : STATUS.leave)

/** The statuses by which a step can leave what it stands in, beside those of failures. */
function statusesOf(step: AnyStep | Step): Set<number> {
  const found = new Set<number>()
  const known = step as Step
  if (isOff(step)) return found
  if (known.kind === 'loop.leave') found.add(loopStatus(known.to))
  if (known.kind === 'lever.stop') found.add(known.what === 'all' ? STATUS.stopAll : STATUS.stop)
  if (known.kind === 'lever.give') found.add(STATUS.give)
  if (known.kind === 'lever.pull') found.add(STATUS.stopAll)
  const isLoop = known.kind === 'each' || known.kind === 'repeat' || known.kind === 'while'
  for (const { steps } of childrenOf(step))
    for (const inner of steps)
      for (const status of statusesOf(inner))
        if (!isLoop || (status !== STATUS.next && status !== STATUS.leave)) found.add(status)
  return found
}

function passedOn(status: number, { isInLoop }: Place): string {
  if (isInLoop && status === STATUS.next) return 'continue'
  if (isInLoop && status === STATUS.leave) return 'break'
  return `return ${status}`
}

/** Seconds as `sleep` takes them. */
export function seconds(ms: number): string {
  return String(ms / 1000)
}

function sayWait({ ms, text }: StepOf<'wait'>, place: Place, writing: Writing): Said {
  if (text === undefined) return { command: `${writing.use('pause')} ${seconds(ms)}` }
  return { command: `${writing.use('pause_for')} ${writing.word(text, place)}` }
}

function sayWaitUntil({ condition, limitMs, then }: StepOf<'wait.until'>, place: Place, writing: Writing): Said {
  const left = writing.identifiers.variable('seconds_left')
  writing.use('failed')
  const over = then === 'go-on' ? 'break' : `failed ${writing.quoted('It was waited for in vain.')} || return`
  return {
    lines: [
      `${left}=${Math.ceil(limitMs / 1000)}`,
      `until ${sayCondition(condition, place, writing)}; do`,
      `  [ "$${left}" -gt 0 ] || ${then === 'go-on' ? over : `{ ${over}; }`}`,
      '  sleep 1',
      `  ${left}=$((${left} - 1))`,
      'done',
    ],
  }
}

function sayMessage({ text, as }: StepOf<'message.show'>, place: Place, writing: Writing): Said {
  const word = writing.word(text, place, true)
  return { command: as === 'alert' ? `${writing.use('ask_alert') && 'alert'} ${word}` : `printf '%s\\n' ${word}` }
}
