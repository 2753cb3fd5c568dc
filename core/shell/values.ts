import { originWords } from '../steps'
import type { StepOf, TextWork, ValueOrigin } from '../steps'
import { assertNever, own } from '../result'
import { sayCondition } from './conditions'
import type { Place, Said } from './place'
import { sayPickRow } from './rows'
import { saySource } from './sources'
import { Unsayable } from './writing'
import type { Binding, Writing } from './writing'

/** Gives a name to what a command left in a variable. */
function named(name: string, kind: 'text' | 'list', place: Place, writing: Writing): string {
  const known = place.scope.find(name)
  const variable = known?.kind === kind ? known.variable : writing.identifiers.variable(name)
  place.scope.set(name, { kind, variable } as Binding)
  return variable
}

export function saySet(step: StepOf<'value.set'>, place: Place, writing: Writing): Said {
  const { as, from } = step
  const text = (value: () => string, ...before: string[]): Said => {
    const word = value()
    return { lines: [...before, `${named(as, 'text', place, writing)}=${word}`] }
  }
  switch (from.kind) {
    case 'text':
      return text(() => writing.word(from.text, place))
    case 'sum':
      return text(() => '$k_text', `${writing.use('work_out')} ${sumWord(from.text, place, writing)} || return`)
    case 'moment':
      return text(() => sayMoment(from, writing))
    case 'count': {
      const source = saySource(from.source, [], place, writing)
      writing.use('lists')
      return text(() => `$(list_count "${source.list}")`, ...source.lines)
    }
    case 'entries': {
      const source = saySource(from.source, [], place, writing)
      if (source.entries !== 'text' && source.entries !== 'file')
        throw new Unsayable({
          code: 'list-of-rows',
          message: 'A script has lists of texts and files, and none of rows.',
        })
      return { lines: [...source.lines, `${named(as, 'list', place, writing)}=${source.list}`] }
    }
    case 'condition': {
      const condition = sayCondition(from.condition, place, writing)
      const variable = named(as, 'text', place, writing)
      return { lines: [`if ${condition}; then ${variable}=yes; else ${variable}=no; fi`] }
    }
    case 'clipboard':
    case 'front':
    case 'control':
      return text(() => `$(${writing.command(handSentence(from, writing), 'value')})`)
    default:
      return assertNever(from)
  }
}

function handSentence(from: ValueOrigin, writing: Writing): string {
  if (from.kind === 'front') return `Tells the ${from.part} in front`
  if (from.kind !== 'control') return `Tells ${originWords[from.kind]}`
  const device = own(writing.names.devices ?? {}, from.deviceId)
  return `Tells ${own(device?.controls ?? {}, from.controlId)?.name ?? from.controlId} of ${device?.name ?? from.deviceId}`
}

/** Only numbers and signs that a sum of the shell's tools has as well, so that it comes to the same. */
function sumWord(text: string, place: Place, writing: Writing): string {
  const plain = text.replaceAll(/\$\{[^}]*\}/g, '1')
  if (!/^[\d.\s+*/^()-]*$/.test(plain) || /[\d.)]\s*\(|\)\s*[\d.]|\d\s+\d|\*\*|\n/.test(plain))
    throw new Unsayable({
      code: 'sum-unsayable',
      message: `The sum “${text}” has more in it than numbers and + - * / ^ ( ), so a script cannot work it out.`,
    })
  // Two minus signs in a row would be another sign.
  return writing.word(
    text.replaceAll(/\$\{[^}]*\}/g, (name) => ` ${name} `),
    place,
  )
}

const dateTokens: Readonly<Record<string, string>> = {
  YYYY: '%Y',
  YY: '%y',
  MMMM: '%B',
  MMM: '%b',
  MM: '%m',
  DD: '%d',
  dddd: '%A',
  ddd: '%a',
  HH: '%H',
  hh: '%I',
  mm: '%M',
  ss: '%S',
  A: '%p',
}

function sayMoment({ format, days = 0 }: Extract<ValueOrigin, { kind: 'moment' }>, writing: Writing): string {
  const tokens = /\[([^\]]*)\]|YYYY|YY|MMMM|MMM|MM|DD|dddd|ddd|HH|hh|mm|ss|A|[A-Za-z]+|%|./gs
  const said = format.replace(tokens, (token, literal: string | undefined) => {
    if (literal !== undefined) return literal.replaceAll('%', '%%')
    if (token === '%') return '%%'
    const known = Object.hasOwn(dateTokens, token) ? dateTokens[token] : undefined
    if (known !== undefined) return known
    if (/^[a-zA-Z]/.test(token) && /[YMDdHhmsSAaZzXxQkEWwo]/.test(token))
      throw new Unsayable({ code: 'format-unsayable', message: `A script cannot write the date as “${format}”.` })
    return token
  })
  if (days === 0) return `$(LC_ALL=C date ${writing.quoted(`+${said}`)})`
  if (/%[ybBaIp]/.test(said))
    throw new Unsayable({ code: 'format-unsayable', message: `A script cannot write another day as “${format}”.` })
  return `$(${writing.use('date_in')} ${days} ${writing.quoted(said)})`
}

export function sayTextWork(step: StepOf<'text.work'>, place: Place, writing: Writing): Said {
  const text = writing.word(step.text, place)
  const { work } = step
  const quoted = (mark: string) => writing.quoted(mark)
  const give = (command: string, ...rest: string[]): Said => ({
    lines: [[command, ...rest].join(' '), `${named(step.as, 'text', place, writing)}=$k_text`],
  })
  switch (work.kind) {
    case 'before':
      writing.use('between')
      return give('before_mark', text, quoted(work.mark))
    case 'after':
      writing.use('between')
      return give('after_mark', text, quoted(work.mark))
    case 'between':
      writing.use('between')
      return give('between_marks', text, quoted(work.mark), quoted(work.end))
    case 'letters':
      return give(writing.use('letters'), text, String(work.from), String(work.to))
    case 'split': {
      writing.use('split_text')
      return {
        lines: [`split_text ${text} ${quoted(work.by)}`, `${named(step.as, 'list', place, writing)}=$k_list`],
      }
    }
    case 'replace':
      return sayReplace(work, text, give, place, writing)
    case 'case':
      return give(writing.use('change_case'), work.to, text)
    case 'trim':
      return give(writing.use('trim'), text)
    case 'number':
      return give(writing.use('first_number'), text, '|| return')
    default:
      return assertNever(work)
  }
}

function sayReplace(
  work: Extract<TextWork, { kind: 'replace' }>,
  text: string,
  give: (command: string, ...rest: string[]) => Said,
  place: Place,
  writing: Writing,
): Said {
  if (work.isPattern && /[*?]/.test(work.find))
    throw new Unsayable({
      code: 'pattern-unsayable',
      message: 'A script cannot replace by a pattern. Replace a text instead.',
    })
  return give(writing.use('replace_text'), text, writing.quoted(work.find), writing.word(work.by, place))
}

export function sayListWork(step: StepOf<'list.work'>, place: Place, writing: Writing): Said {
  const source = saySource({ kind: 'value', name: step.list }, [], place, writing)
  const { work } = step
  writing.use('lists')
  const list = `"${source.list}"`
  if ('by' in work && work.by !== '')
    throw new Unsayable({
      code: 'part-unsayable',
      message: `A script cannot go by “${work.by}” of the entries of a list.`,
    })
  const asList = (word: string, ...before: string[]): Said => ({
    lines: [...source.lines, ...before, `${named(step.as, 'list', place, writing)}=${word}`],
  })
  const asText = (...before: string[]): Said => ({
    lines: [...source.lines, ...before, `${named(step.as, 'text', place, writing)}=$k_text`],
  })
  switch (work.kind) {
    case 'first':
    case 'last': {
      if (work.count !== undefined) {
        const cut = work.kind === 'first' ? 'head' : 'tail'
        return asList(`$(printf '%s\\n' ${list} | ${cut} -n ${work.count})`)
      }
      const which = work.kind === 'first' ? '1' : "'$'"
      const nothing = `{ ${writing.use('failed')} 'There is nothing in the list.'; return 1; }`
      return asText(`list_entry ${which} ${list} || ${nothing}`)
    }
    case 'sorted':
      return asList(`$(${writing.use('sort_list')} ${list} ${work.isDown ? 'down' : 'up'})`)
    case 'reversed':
      return asList(`$(${writing.use('reversed')} ${list})`)
    case 'distinct':
      return asList(`$(${writing.use('distinct')} ${list})`)
    case 'matching':
      return asList('$k_list', `${writing.use('matching')} ${list} ${writing.word(work.pattern, place)}`)
    case 'joined':
      return asText(`${writing.use('joined')} ${list} ${writing.quoted(work.mark)}`, 'k_text=$k_joined')
    case 'with':
      return asList(
        `$k_before\${k_before:+\${k_line:+$nl}}$k_line`,
        `k_before=${source.list}`,
        `encode ${writing.word(work.text, place)}`,
      )
    case 'part':
      throw new Unsayable({ code: 'part-unsayable', message: 'A script has lists of texts, which have no parts.' })
    default:
      return assertNever(work)
  }
}

export function sayAsk(step: StepOf<'ask'>, place: Place, writing: Writing): Said {
  const { what } = step
  const standard = step.standard === undefined ? ["''", "''"] : [writing.word(step.standard, place), 'yes']
  const question = [writing.word(step.text, place), ...standard]
  const give = (command: string, ...rest: string[]): Said => ({
    lines: [
      [writing.use(command), ...question, ...rest, '|| return'].join(' '),
      `${named(step.as, 'text', place, writing)}=$k_answer`,
    ],
  })
  switch (what.kind) {
    case 'text': {
      const because = what.because ?? (what.pattern ? `Give a text that fits ${what.pattern}.` : '')
      return give('ask_text', writing.quoted(what.pattern ?? ''), writing.quoted(because))
    }
    case 'number':
      return give('ask_number', numberWord(what.min), numberWord(what.max))
    case 'yes-no':
      return give('ask_yes_no')
    case 'date':
      return give('ask_date')
    case 'file':
      return give('ask_file', writing.word(what.folder, place))
    case 'pick': {
      const several = what.several ?? false
      writing.use('ask_pick')
      if (!several) return sayPickRow(step.as, what.source, question, place, writing)
      const source = saySource(what.source, ['text'], place, writing)
      writing.use('lists')
      const words = [writing.use('ask_pick'), ...question, 'several', `"${source.list}"`, '|| return']
      return {
        lines: [...source.lines, words.join(' '), `${named(step.as, 'list', place, writing)}=$k_list`],
      }
    }
    default:
      return assertNever(what)
  }
}

const numberWord = (limit: number | undefined) => (limit === undefined ? "''" : String(limit))
