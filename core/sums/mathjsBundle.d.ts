declare module 'mathjs/lib/browser/math.js' {
  import type * as library from 'mathjs'

  const bundle: typeof library
  export default bundle
}
