import { deflateSync } from 'node:zlib'
import { PNG } from 'pngjs'
import { describe, expect, test } from 'vitest'
import { valueOf } from '../../core/result'
import { cleanIcon } from './cleanIcon'
import { countDrawn } from './countDrawn'

const svg = (inside: string) =>
  Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 24 24">${inside}</svg>`)
const clean = (inside: string) => valueOf(cleanIcon('icon.svg', svg(inside))).bytes.toString()
const codeOf = (bytes: Buffer) => {
  const result = cleanIcon('icon', bytes)
  return result.ok ? 'ok' : result.issues[0]!.code
}

describe('an SVG', () => {
  test('keeps what draws', () => {
    const drawing =
      '<defs><linearGradient id="g.1"><stop offset="50%" stop-color="rgb(10, 20, 30)"></stop></linearGradient></defs>' +
      '<path d="M3 18.5h1e1l-2,-3z" fill="url(#g.1)" transform="translate(1 2) rotate(-45)"></path>'
    expect(clean(drawing)).toContain('fill="url(#g.1)"')
    expect(clean(drawing)).toContain('transform="translate(1 2) rotate(-45)"')
    expect(clean(drawing)).toContain('d="M3 18.5h1e1l-2,-3z"')
  })

  test.each([
    'u\\72l(http://keen.example/a)',
    'url/**/(http://keen.example/a)',
    'url(//keen.example/a)',
    'url( "http://keen.example/a")',
    'image-set("http://keen.example/a" 1x)',
    'src("http://keen.example/a")',
    'URL(data:image/png;base64,AAAA)',
    'expression(alert(1))',
    'var(--a, url(http://keen.example/a))',
    '\\75\\72\\6c(http://keen.example/a)',
  ])('loses a value that could load or run: %s', (value) => {
    const made = clean(`<path d="M0 0h1" fill='${value.replaceAll("'", '')}'/>`)
    expect(made).toContain('d="M0 0h1"')
    expect(made).not.toMatch(/fill=/)
  })

  test('loses attributes that are none, and references that lead out', () => {
    const made = clean(
      `<path d="M0 0h1" "onload=alert(1)" onclick="x()" style="fill:red"/><use href="http://keen.example/#a"/>`,
    )
    expect(made).not.toMatch(/onload|onclick|style|keen\.example/)
  })

  test('that multiplies is refused before it is stored, as is one without an end', () => {
    const levels = Array.from({ length: 7 }, (_, i) => {
      const uses = Array.from({ length: 10 }, () => `<use href="#l${i}"/>`).join('')
      return `<g id="l${i + 1}">${i === 0 ? '<path id="l0" d="M0 0h1"/>' : ''}${uses}</g>`
    })
    expect(codeOf(svg(`<defs>${levels.join('')}</defs><use href="#l7"/>`))).toBe('icon-large')
    expect(codeOf(svg('<g id="a"><use href="#b"/></g><g id="b"><use href="#a"/></g>'))).toBe('icon-large')
    expect(codeOf(svg('<rect id="r" fill="url(#p)"/><pattern id="p"><use href="#r"/></pattern>'))).toBe('icon-large')
    expect(codeOf(svg('<path id="a" d="M0 0h1"/><use href="#a"/><use href="#a"/>'))).toBe('ok')
  })

  test('is counted with all it refers to', () => {
    expect(countDrawn('<svg><g id="a"><path/><path/></g><use href="#a"/></svg>')).toBe(1 + 3 + 1 + 3)
    expect(countDrawn('<svg><path title="a > b"/></svg>')).toBe(2)
    expect(countDrawn('<svg></svg>')).toBe(1)
  })
})

describe('a PNG', () => {
  const chunk = (type: string, data: Buffer) => {
    const made = Buffer.alloc(12 + data.length)
    made.writeUInt32BE(data.length, 0)
    made.write(type, 4, 'latin1')
    data.copy(made, 8)
    return made
  }
  const header = (width: number, height: number) => {
    const data = Buffer.alloc(13)
    data.writeUInt32BE(width, 0)
    data.writeUInt32BE(height, 4)
    data[8] = 8
    data[9] = 6
    return chunk('IHDR', data)
  }
  const signature = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])
  const png = (...chunks: Buffer[]) => Buffer.concat([signature, ...chunks, chunk('IEND', Buffer.alloc(0))])

  test('is drawn anew from its pixels', () => {
    const picture = new PNG({ width: 2, height: 2 })
    picture.data.fill(200)
    const made = PNG.sync.read(valueOf(cleanIcon('a.png', PNG.sync.write(picture))).bytes)
    expect([made.width, made.height, [...made.data]]).toEqual([2, 2, Array.from({ length: 16 }, () => 200)])
  })

  test('with a second header, with more in it than its header says, or cut short, is refused quickly', () => {
    const bomb = deflateSync(Buffer.alloc(64 * 1024 * 1024))
    const startedAt = performance.now()
    expect(codeOf(png(header(2, 2), header(30_000, 30_000), chunk('IDAT', bomb)))).toBe('icon-broken')
    expect(codeOf(png(header(2, 2), chunk('IDAT', bomb)))).toBe('icon-broken')
    expect(codeOf(png(header(30_000, 30_000), chunk('IDAT', bomb)))).toBe('icon-large')
    expect(codeOf(png(header(2, 2)).subarray(0, 30))).toBe('icon-broken')
    expect(codeOf(signature)).toBe('icon-broken')
    expect(performance.now() - startedAt).toBeLessThan(5000)
  })
})
