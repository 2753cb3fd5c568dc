/** `values.NAME` and `values['NAME']`, which is how a script uses what has a name. */
const NAMED = /\bvalues\s*(?:\??\.\s*([A-Za-z]\w*)|(?:\?\.)?\[\s*(['"])([A-Za-z][\w-]*)\2\s*\])/g

/** The names of values that a script uses, each once. */
export function namesInScript(source: string): string[] {
  return [...new Set([...source.matchAll(NAMED)].map(([, plain, , quoted]) => (plain ?? quoted)!))]
}

/** The script with a value under another name; the same text where it does not use it. */
export function renamedInScript(source: string, from: string, to: string): string {
  return source.replace(NAMED, (whole, plain: string | undefined, _quote, quoted: string | undefined) => {
    if ((plain ?? quoted) !== from) return whole
    // A name with a dash can only stand in brackets.
    if (plain !== undefined && !/^\w+$/.test(to)) return `values['${to}']`
    return whole.replace(new RegExp(`${from}(?=\\s*['"]?\\s*\\]?$)`), to)
  })
}
