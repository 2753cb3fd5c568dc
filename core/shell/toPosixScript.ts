import type { BenchState } from '../bench'
import { NO_VALUES } from '../command'
import type { ValueTable } from '../command'
import type { Lever, LeverInput } from '../levers'
import { fail, succeed } from '../result'
import type { Result } from '../result'
import type { Pullable } from '../run'
import type { Names, StepOf } from '../steps'
import { sayCondition } from './conditions'
import type { Place, Said } from './place'
import { STATUS } from './place'
import { assembled } from './assembled'
import type { PosixScript } from './assembled'
import { asComment } from './quote'
import { resultPart, wholeBinding } from './rows'
import { StepWriter } from './sayStep'
import { partsUsed } from './sources'
import { indented, Scope, Unsayable, Writing } from './writing'

/** What levers are written against. */
export interface ShellContext {
  readonly bench: BenchState
  /** The named values of the lever. */
  readonly values?: ValueTable
  /** The levers there are, with their named values: those that are pulled are written, too. */
  readonly leverOf?: (id: string) => { readonly lever: Pullable; readonly values: ValueTable } | undefined
  readonly names?: Names
}

/** A script of one lever or several, each with the values it knows. */
export interface ScriptLever {
  readonly lever: Pullable
  readonly values?: ValueTable
}

/**
 * A lever as a script of the POSIX shell (POSIX.1-2017), with all that it pulls: programs with their arguments, folder
 * and environment, files by the same rules as on the bench, waits, blocks, loops, questions at the terminal, values as
 * variables. What only a desktop can do is a command, to be filled in at the top. It ends with 0 where it went well, 1
 * where a step failed, 3 where an interlock kept it, 4 where it was stopped; its inputs are given as `name=value`.
 *
 * Issues: what cannot be said, such as `sum-unsayable`, `pattern-unsayable`, `pull-circle`; `variable-unknown` and others
 * of texts; `at` has the plate of the lever.
 */
export function toPosixScript(lever: Pullable, context: ShellContext): Result<PosixScript> {
  return scriptOf(asComment(`${lever.plate} ${lever.name}`), [{ lever, values: context.values }], context)
}

/** Several levers as one script: the first word says which one, by its number or name. Issues as of one. */
export function frameToPosixScript(
  name: string,
  levers: readonly ScriptLever[],
  context: ShellContext,
): Result<PosixScript> {
  return scriptOf(asComment(name), levers, context)
}

function scriptOf(title: string, levers: readonly ScriptLever[], context: ShellContext): Result<PosixScript> {
  const { bench, names = { programs: bench.programs, devices: bench.devices } } = context
  const writing = new Writing(bench, names)
  const pulls = new PullWriter(writing, context)
  try {
    const functions = levers.map(({ lever, values }) => ({ lever, name: pulls.functionOf(lever, values ?? NO_VALUES) }))
    const end = levers.length === 1 ? pulls.mainOfOne(functions[0]!) : pulls.mainOfMany(functions)
    return succeed({ text: assembled(title, writing, end), byHand: writing.commands })
  } catch (error) {
    if (!(error instanceof Unsayable)) throw error
    const { code, message, at } = error.issue
    return fail({ code, message, at: at ?? pulls.plateAtHand })
  }
}

/** What a lever is given under a name, and the parts of it that are known. */
interface Given {
  readonly name: string
  readonly word: string
  readonly part: (part: string) => string | undefined
}

type LeverFunction = { readonly lever: Pullable; readonly name: string }

/** Levers as functions, those that are pulled by others too. */
class PullWriter {
  private readonly functions = new Map<string, string>()
  private readonly inputs = new Map<string, ReadonlyMap<string, string>>()
  /** The variables of the parts of inputs, by the variables of the inputs. */
  private readonly inputParts = new Map<string, ReadonlyMap<string, string>>()
  /** Levers that are being written, from the outside in. */
  private readonly open: Pullable[] = []

  constructor(
    private readonly writing: Writing,
    private readonly context: ShellContext,
  ) {}

  get plateAtHand(): string | undefined {
    const lever = this.open.at(-1)
    return lever && String(lever.plate)
  }

  functionOf(lever: Pullable, values: ValueTable): string {
    const known = this.functions.get(lever.id)
    if (known !== undefined) return known
    this.open.push(lever)
    const name = this.writing.identifiers.fromWords(`pull ${lever.name}`)
    const scope = new Scope()
    const inputs = new Map<string, string>()
    for (const input of lever.inputs ?? []) {
      const variable = this.writing.identifiers.variable(input.name)
      inputs.set(input.name, variable)
      const parts = input.kind === 'any' ? partsUsed(input.name, lever.steps).filter((part) => part !== '') : []
      const named = new Map(parts.map((part) => [part, this.writing.identifiers.variable(`${input.name}_${part}`)]))
      scope.put(input.name, parts.length > 0 ? { kind: 'record', variable, parts: named } : { kind: 'text', variable })
      this.inputParts.set(variable, named)
    }
    this.functions.set(lever.id, name)
    this.inputs.set(lever.id, inputs)
    const steps = new StepWriter(this.writing, (step, place) => this.sayPull(step, place))
    const place: Place = { scope, values, isInLoop: false, path: '', all: lever.steps }
    const lines = [...this.gate(lever, place), ...steps.sayList(lever.steps, place)]
    this.writing.functions.push([
      `# ${lever.plate} ${asComment(lever.name)}`,
      `${name}() {`,
      ...indented(lines.length === 0 ? [':'] : [...lines, 'return 0']),
      '}',
    ])
    this.open.pop()
    return name
  }

  /** What keeps a lever from being pulled. */
  private gate({ interlock, name }: Pullable, place: Place): string[] {
    if (!interlock) return []
    const { writing } = this
    const condition = sayCondition(interlock.condition, place, writing)
    const { otherwise } = interlock
    const lines = {
      refuse: () => [
        `${writing.use('failed')} ${writing.quoted(`${name} is kept back by its interlock.`)} || return ${STATUS.kept}`,
      ],
      ask: () => [
        `${writing.use('ask_yes_no')} ${writing.quoted(`${name} is kept back by its interlock. Pull it all the same?`)} no yes || return`,
        `[ "$k_answer" = yes ] || return ${STATUS.stop}`,
      ],
      pull: () =>
        otherwise.kind === 'pull' ? [`${this.callOf(otherwise.leverId, [])} || return`, `return ${STATUS.give}`] : [],
    }[otherwise.kind]()
    return [`if ! { ${condition}; }; then`, ...indented(lines), 'fi']
  }

  private callOf(leverId: string, given: readonly Given[]): string {
    const found = this.context.leverOf?.(leverId)
    if (!found) throw new Unsayable({ code: 'lever-missing', message: `There is no lever “${leverId}” to be pulled.` })
    const { lever, values } = found
    if (lever.enabled === false)
      throw new Unsayable({ code: 'pull-disabled', message: `${lever.plate} ${lever.name} is switched off.` })
    if (this.open.some(({ id }) => id === lever.id)) {
      const plates = [...this.open, lever].map(({ plate }) => plate)
      throw new Unsayable({
        code: 'pull-circle',
        message: `Levers pull each other in a circle: ${plates.join(' → ')}.`,
      })
    }
    const name = this.functionOf(lever, values)
    const variables = this.inputs.get(lever.id)!
    const assigned = (lever.inputs ?? []).map((input) => {
      const variable = variables.get(input.name)!
      const one = given.find(({ name: known }) => known === input.name)
      const parts = [...(this.inputParts.get(variable) ?? [])].map(
        ([part, partVariable]) => `${partVariable}=${one?.part(part) ?? "''"}`,
      )
      return [`${variable}=${one?.word ?? this.standardOf(lever, input)}`, ...parts].join(' ')
    })
    return [...assigned, `${this.writing.use('call')} ${name}`].join(' && ')
  }

  private standardOf({ plate, name }: Pick<Lever, 'plate' | 'name'>, input: LeverInput): string {
    if (input.standard !== undefined) return this.writing.quoted(input.standard)
    throw new Unsayable({
      code: 'input-missing',
      message: `${plate} ${name} needs ${input.name}, and is not given it.`,
    })
  }

  private sayPull({ leverId, inputs, as }: StepOf<'lever.pull'>, place: Place): Said {
    const words = inputs.map(({ name, text }): Given => {
      const whole = wholeBinding(text, place)
      const part = (of: string) =>
        whole && 'parts' in whole && whole.parts.has(of) ? `$${whole.parts.get(of)}` : undefined
      return { name, word: this.writing.word(text, place), part }
    })
    const lines = [`${this.callOf(leverId, words)} || return`]
    if (!as) return { lines }
    const used = partsUsed(as, place.all).filter((part) => part !== '')
    if (used.length > 0) {
      const variable = this.writing.identifiers.variable(as)
      const parts = new Map(used.map((part) => [part, this.writing.identifiers.variable(`${as}_${part}`)]))
      place.scope.set(as, { kind: 'record', variable, parts })
      const taken = [...parts].map(([part, partVariable]) => `${partVariable}=\${${resultPart(part)}-}`)
      return { lines: ['result=', ...lines, `${variable}=$result`, ...taken] }
    }
    const known = place.scope.find(as)
    const variable = known?.kind === 'text' ? known.variable : this.writing.identifiers.variable(as)
    place.scope.set(as, { kind: 'text', variable })
    return { lines: ['result=', ...lines, `${variable}=$result`] }
  }

  /** Takes the inputs of one lever from the command line, does it, and ends as it ended. */
  mainOfOne({ lever, name }: LeverFunction): string[] {
    return [...this.readInputs(lever, name), ending(name), ...END]
  }

  mainOfMany(levers: readonly LeverFunction[]): string[] {
    const { writing } = this
    const cases = levers.flatMap(({ lever, name }) => [
      `  ${lever.plate} | ${writing.quoted(lever.name)})`,
      ...indented(indented(['shift', ...this.readInputs(lever, name), ending(name), ';;'])),
    ])
    const list = levers.map(({ lever }) => `${String(lever.plate).padStart(4)} ${asComment(lever.name)}`)
    return [
      'case ${1-} in',
      ...cases,
      '  *)',
      `    printf '%s\\n' 'Say which one, by its number or name:' ${list.map((line) => writing.quoted(line)).join(' ')} >&2`,
      '    exit 2',
      '    ;;',
      'esac',
      ...END,
    ]
  }

  private readInputs(lever: Pullable, name: string): string[] {
    const variables = [...(this.inputs.get(lever.id) ?? [])]
    if (variables.length === 0) return []
    const { writing } = this
    const standards = (lever.inputs ?? []).map(({ name: input, standard }) => {
      const variable = variables.find(([known]) => known === input)![1]
      return { input, variable, standard }
    })
    return [
      ...standards.flatMap(({ variable, standard }) =>
        standard === undefined ? [] : [`${variable}=${writing.quoted(standard)}`],
      ),
      'for k_given do',
      '  case $k_given in',
      ...standards.map(({ input, variable }) => `    ${input}=*) ${variable}=\${k_given#*=} ;;`),
      `    *) printf 'It takes %s.\\n' ${writing.quoted(standards.map(({ input }) => `${input}=…`).join(' '))} >&2; exit 2 ;;`,
      '  esac',
      'done',
      ...standards.flatMap(({ input, variable, standard }) =>
        standard === undefined
          ? [`[ -n "\${${variable}+given}" ] || { printf 'Give %s=….\\n' ${input} >&2; exit 2; }`]
          : [],
      ),
      `: ${name}`,
    ].slice(0, -1)
  }
}

const ending = (name: string) => `if ${name}; then k_status=0; else k_status=$?; fi`

const END = [
  'case $k_status in',
  `  0 | ${STATUS.give}) [ "$k_failures" -eq 0 ] || k_status=1 ;;`,
  `  ${STATUS.stop} | ${STATUS.stopAll}) k_status=4 ;;`,
  `  ${STATUS.kept}) k_status=3 ;;`,
  '  *) k_status=1 ;;',
  'esac',
  `[ "$k_status" -ne ${STATUS.give} ] || k_status=0`,
  '[ -z "$result" ] || printf \'%s\\n\' "$result"',
  'exit "$k_status"',
]
