/** What a shell or the programs it starts read for themselves; POSIX.1-2017, Base Definitions, §8, and §2.5.3. */
const taken = /^[A-Z_][A-Z0-9_]*$|^k_|^histchars$|^auto_resume$/

/** Hands out names for shell variables and functions, each once. */
export class Identifiers {
  private readonly given = new Set<string>()

  /** A name that reads like the wanted one, which a value, lever or sentence has. */
  variable(wanted: string): string {
    const plain = wanted.replaceAll(/[^A-Za-z0-9_]/g, '_')
    return this.free(taken.test(plain) || !/^[A-Za-z_]/.test(plain) ? `my_${plain}` : plain)
  }

  /** A name in small letters of the first words of a sentence. */
  fromWords(sentence: string): string {
    const words = sentence
      .normalize('NFKD')
      .toLowerCase()
      .match(/[a-z0-9]+/g)
    const first = (words ?? []).filter((word) => word !== 's').slice(0, 8)
    const name = first.join('_').slice(0, 60).replace(/_$/, '')
    return this.free(/^[a-z]/.test(name) && first.length > 1 ? name : `do_${name}`)
  }

  /** A name that is given to nothing else. */
  reserve(name: string): void {
    this.given.add(name)
  }

  private free(name: string): string {
    let candidate = name
    for (let n = 2; this.given.has(candidate); n++) candidate = `${name}_${n}`
    this.given.add(candidate)
    return candidate
  }
}
