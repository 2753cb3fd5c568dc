import { createHash } from 'node:crypto'
import sanitizeHtml from 'sanitize-html'
import { fail, succeed } from '../../core/result'
import type { Result } from '../../core/result'
import { cleanPng } from './cleanPng'
import { countDrawn } from './countDrawn'

export interface CleanIcon {
  readonly id: string
  readonly type: 'image/svg+xml' | 'image/png'
  readonly bytes: Buffer
  /** What was taken out of it, in words. */
  readonly removed: string[]
}

const MOST_BYTES = 256 * 1024
/** A drawing that comes to more, with all it refers to, would hold up every page that shows it. */
const MOST_ELEMENTS = 5000
const pngSignature = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])

/** Elements and attributes that draw, and nothing that runs, loads, links or refers to other files (SVG 2). */
const drawing = [
  'svg',
  'g',
  'path',
  'rect',
  'circle',
  'ellipse',
  'line',
  'polyline',
  'polygon',
  'defs',
  'linearGradient',
  'radialGradient',
  'stop',
  'clipPath',
  'mask',
  'title',
  'desc',
  'use',
  'symbol',
  'text',
  'tspan',
  'pattern',
]
const attributes =
  `id class xmlns viewBox width height x y x1 y1 x2 y2 cx cy r rx ry d points fill fill-rule fill-opacity stroke
stroke-width stroke-linecap stroke-linejoin stroke-miterlimit stroke-dasharray stroke-dashoffset
stroke-opacity opacity transform clip-path clip-rule mask offset stop-color stop-opacity gradientUnits
gradientTransform spreadMethod fx fy href patternUnits patternTransform clipPathUnits maskUnits
preserveAspectRatio font-size font-family font-weight text-anchor version color`.split(/\s+/)

/**
 * An uploaded icon as it may be stored and shown. A PNG is drawn anew from its pixels; an SVG keeps only what draws.
 * Issues: `icon-large`, `icon-unknown`, `icon-broken`, `icon-entities` (a document type, with which entities could be
 * defined), `icon-empty`.
 */
export function cleanIcon(name: string, bytes: Buffer): Result<CleanIcon> {
  if (bytes.length > MOST_BYTES)
    return fail({
      code: 'icon-large',
      message: `${name} has ${Math.ceil(bytes.length / 1024)} KiB; an icon has at most ${MOST_BYTES / 1024} KiB.`,
      at: 'base64',
    })
  if (bytes.subarray(0, 8).equals(pngSignature)) return pngOf(name, bytes)
  const text = bytes.toString('utf8')
  return /<svg[\s>]/i.test(text)
    ? cleanSvg(name, text)
    : fail({
        code: 'icon-unknown',
        message: `${name} is neither an SVG nor a PNG file. Choose one of these.`,
        at: 'base64',
      })
}

function pngOf(name: string, bytes: Buffer): Result<CleanIcon> {
  try {
    return succeed(named('image/png', cleanPng(bytes), []))
  } catch (error) {
    const isLarge = error instanceof RangeError && /pixels/.test(error.message)
    return fail({
      code: isLarge ? 'icon-large' : 'icon-broken',
      message: isLarge
        ? `${name} cannot be taken: ${error.message}.`
        : `${name} cannot be read as a PNG file (${(error as Error).message}).`,
      at: 'base64',
    })
  }
}

function cleanSvg(name: string, text: string): Result<CleanIcon> {
  const doctype = text.search(/<!(DOCTYPE|ENTITY)/i)
  if (doctype >= 0)
    return fail({
      code: 'icon-entities',
      message:
        `${name} has a document type or entities in line ${text.slice(0, doctype).split('\n').length}, ` +
        `which an icon does not need. Save it as plain SVG.`,
      at: 'base64',
    })
  const removed = new Set<string>()
  const clean = sanitizeHtml(text, {
    allowedTags: drawing,
    allowedAttributes: { '*': attributes },
    parser: { lowerCaseTags: false, lowerCaseAttributeNames: false, xmlMode: true },
    allowedSchemes: [],
    allowedSchemesByTag: {},
    allowProtocolRelative: false,
    disallowedTagsMode: 'completelyDiscard',
    exclusiveFilter: () => false,
    transformTags: {
      '*': (tagName, attribs) => {
        if (!drawing.includes(tagName)) removed.add(`<${tagName}>`)
        return {
          tagName,
          attribs: Object.fromEntries(
            Object.entries(attribs).filter(([key, value]) => keeps(key, value) || !removed.add(key)),
          ),
        }
      },
    },
  })
  if (!/<(path|rect|circle|ellipse|line|polyline|polygon|use|text)[\s/>]/.test(clean))
    return fail({
      code: 'icon-empty',
      message: `${name} draws nothing${removed.size > 0 ? ` once ${[...removed].join(', ')} is taken out` : ''}.`,
      at: 'base64',
    })
  const count = countDrawn(clean)
  if (count > MOST_ELEMENTS) {
    const most = MOST_ELEMENTS.toLocaleString('en')
    const message =
      count === Infinity
        ? `${name} has parts that refer to each other in a circle, so it has no end.`
        : `${name} comes to ${count.toLocaleString('en')} elements once its parts are put together; at most ${most} are taken.`
    return fail({ code: 'icon-large', message, at: 'base64' })
  }
  const svg = /<svg[^>]*\sxmlns=/.test(clean) ? clean : clean.replace('<svg', '<svg xmlns="http://www.w3.org/2000/svg"')
  return succeed(named('image/svg+xml', Buffer.from(svg.trim()), [...removed]))
}

/** What may have parentheses in a value: numbers for colours and transforms, and a part of the drawing itself. */
const functions = /\b(?:url\(#[\w.:-]+\)|(?:rgba?|hsla?|translate|scale|rotate|skewX|skewY|matrix)\([\d\s.,%+eE-]*\))/gi

/**
 * Values that are proved harmless: signs of numbers, names, colours and paths, and the functions above. Whatever else,
 * in whatever disguise, is left out. References stay inside the drawing.
 */
function keeps(key: string, value: string): boolean {
  if (!attributes.includes(key)) return false
  if (key === 'xmlns') return value === 'http://www.w3.org/2000/svg'
  if (key === 'href') return /^#[\w.:-]+$/.test(value)
  return /^[\w\s.,#%+:;'-]*$/.test(value.replace(functions, ' '))
}

function named(type: CleanIcon['type'], bytes: Buffer, removed: string[]): CleanIcon {
  return { id: createHash('sha256').update(bytes).digest('hex'), type, bytes, removed }
}
