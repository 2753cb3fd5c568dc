/** What a lever says, with its name in front where the sentence does not begin with it. */
export function toldBy(name: string, note: string): string {
  return note.startsWith(name) ? note : `${name}: ${note}`
}
