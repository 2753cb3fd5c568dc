const { join } = require('node:path')

/** Where the names that imports begin with lead, as in the application. */
module.exports = {
  resolve: {
    alias: { '~~': __dirname, '~': join(__dirname, 'app') },
    extensions: ['.ts', '.mjs', '.js', '.vue'],
  },
}
