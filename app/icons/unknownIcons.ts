/** Names that the shipped set of icons does not have, of some that somebody wrote. Throws where the server is away. */
export async function unknownIcons(names: readonly string[]): Promise<Set<string>> {
  const distinct = [...new Set(names)].filter((name) => name !== '')
  const answers = await Promise.all(
    distinct.map((name) => fetch(`/api/icons/set/${encodeURIComponent(name)}`, { method: 'HEAD' })),
  )
  return new Set(distinct.filter((_, i) => !answers[i]!.ok))
}
