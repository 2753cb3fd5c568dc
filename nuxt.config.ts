import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import Icons from 'unplugin-icons/vite'
import { buildCli, buildWorkers } from './scripts/buildWorker.mjs'

export default defineNuxtConfig({
  modules: ['@pinia/nuxt', '@element-plus/nuxt', '@nuxt/eslint'],
  // The tests build beside what types and lint read.
  buildDir: process.env.KEEN_BUILD_DIR ?? '.nuxt',
  ssr: false,
  pages: true,
  components: [],
  imports: { scan: false },
  devtools: { enabled: false },
  app: {
    head: {
      title: 'Keen Lever',
      htmlAttrs: { lang: 'en' },
      meta: [{ name: 'viewport', content: 'width=device-width, initial-scale=1' }],
      link: [{ rel: 'icon', type: 'image/svg+xml', href: '/mark.svg' }],
    },
  },
  css: [
    '@fontsource/barlow-semi-condensed/latin-500.css',
    '@fontsource/barlow-semi-condensed/latin-600.css',
    '@fontsource/source-sans-3/latin-400.css',
    '@fontsource/source-sans-3/latin-600.css',
    '@fontsource/source-sans-3/latin-ext-400.css',
    '@fontsource/ibm-plex-mono/latin-400.css',
    '@fontsource/ibm-plex-mono/latin-500.css',
    'element-plus/theme-chalk/base.css',
    '~/assets/theme.css',
    '~/assets/layout.css',
  ],
  devServer: { host: '127.0.0.1', port: 4173 },
  experimental: { appManifest: false },
  // They take a fifth of the build, and a fault of the server is told with its place in the bundle.
  sourcemap: false,
  compatibilityDate: '2026-01-01',
  nitro: {
    serverAssets: [{ baseName: 'migrations', dir: fileURLToPath(new URL('./database/migrations', import.meta.url)) }],
    errorHandler: '~~/server/http/errorHandler.ts',
  },
  hooks: {
    'nitro:init': (nitro) => {
      const { dir, serverDir } = nitro.options.output
      nitro.hooks.hook('compiled', async () => {
        await Promise.all([buildWorkers(join(serverDir, 'workers')), buildCli(join(dir, 'cli'))])
      })
    },
  },
  vite: {
    plugins: [Icons({ compiler: 'vue3', autoInstall: false })],
    worker: { format: 'es' },
    // One sheet of styles and few files of script: a view is there after a few requests, not after a hundred.
    build: { cssCodeSplit: false, rollupOptions: { output: { experimentalMinChunkSize: 40_000 } as object } },
    optimizeDeps: {
      include: [
        'apexcharts',
        'vue3-apexcharts',
        'vue-draggable-plus',
        'papaparse',
        'element-plus/es',
        'zod',
        'fastest-levenshtein',
        '@vueuse/core',
      ],
    },
  },
  typescript: {
    strict: true,
    nodeTsConfig: {
      // The server too, so that what they all stand on is looked through once.
      compilerOptions: { paths: { '~~/*': ['../*'], '~/*': ['../app/*'] } },
      include: ['server', 'cli', 'tests', 'core', 'demo', 'perf', 'scripts']
        .map((folder) => `../${folder}/**/*`)
        .concat('../*.ts', './types/nitro.d.ts'),
    },
  },
  telemetry: false,
  elementPlus: { importStyle: 'css', icon: false },
  eslint: { config: { stylistic: false } },
})
