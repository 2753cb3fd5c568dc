import { parse } from 'parse5'
import type { DefaultTreeAdapterMap } from 'parse5'
import { isAddress } from '../command'
import { fail, succeed } from '../result'
import type { Result } from '../result'

/** An address somebody kept, with the folders it lies in, from the outside in. */
export interface Bookmark {
  readonly name: string
  readonly address: string
  readonly folders: readonly string[]
}

export interface Bookmarks {
  readonly found: readonly Bookmark[]
  /** What is no address that can be opened, such as a script. */
  readonly left: readonly { readonly name: string; readonly because: string }[]
}

/** So long a file of bookmarks may be, in UTF-16 units, and so many it may have. */
export const LONGEST_BOOKMARKS = 24_000_000
const MOST = 20_000
const LONGEST_ADDRESS = 4000
const LONGEST_NAME = 200

type Node = DefaultTreeAdapterMap['node']
type Element = DefaultTreeAdapterMap['element']

/**
 * Bookmarks as browsers write them: HTML with lists (`DL`) of headings (`H3`) and links (`A`), the form that all of them
 * have in common, written down nowhere as a standard. Issues: `bookmarks-large`, `bookmarks-none`.
 */
export function readBookmarks(html: string): Result<Bookmarks> {
  if (html.length > LONGEST_BOOKMARKS)
    return fail({ code: 'bookmarks-large', message: 'A file of bookmarks has at most 24 million letters.' })
  const found: Bookmark[] = []
  const left: { name: string; because: string }[] = []
  // The lists are walked with a stack of their own: a file may nest them deeper than calls can.
  const open: { node: Node; folders: readonly string[] }[] = [{ node: parse(html), folders: [] }]
  let heading: string | undefined
  for (let at = open.pop(); at !== undefined && found.length < MOST; at = open.pop()) {
    const { node, folders } = at
    const name = 'tagName' in node ? node.tagName : ''
    if (name === 'h3') heading = textOf(node)
    if (name === 'a') {
      take(node as Element, folders, found, left)
      continue
    }
    const inner = name === 'dl' && heading !== undefined ? [...folders, heading] : folders
    if (name === 'dl') heading = undefined
    if ('childNodes' in node)
      for (const child of node.childNodes.toReversed()) open.push({ node: child, folders: inner })
  }
  if (found.length + left.length === 0)
    return fail({ code: 'bookmarks-none', message: 'There is no bookmark in this file.' })
  return succeed({ found, left })
}

function take(
  element: Element,
  folders: readonly string[],
  found: Bookmark[],
  left: { name: string; because: string }[],
): void {
  const address = element.attrs.find(({ name }) => name === 'href')?.value.trim() ?? ''
  const name = textOf(element).slice(0, LONGEST_NAME) || address.slice(0, LONGEST_NAME)
  if (!/^https?:\/\//i.test(address) || !isAddress(address))
    left.push({
      name,
      because: address === '' ? 'It has no address.' : 'Its address is no page: it does not begin with http.',
    })
  else if (address.length > LONGEST_ADDRESS) left.push({ name, because: 'Its address is longer than 4,000 letters.' })
  else found.push({ name, address, folders })
}

function textOf(node: Node): string {
  let text = ''
  const open: Node[] = [node]
  for (let at = open.pop(); at !== undefined; at = open.pop()) {
    if ('value' in at) text += at.value
    if ('childNodes' in at) open.push(...at.childNodes.toReversed())
  }
  return text.replaceAll(/\s+/g, ' ').trim()
}

/** Whether a text is such a file. */
export function isBookmarks(text: string): boolean {
  if (/^\s*<!doctype netscape-bookmark-file-1>/i.test(text)) return true
  const head = text.slice(0, 100_000)
  const list = head.search(/<dl[\s>]/i)
  return list >= 0 && /<a\s[^>]{0,2000}href/i.test(head.slice(list))
}
