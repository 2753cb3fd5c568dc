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
  experimental: {
    appManifest: false,
    // A view is loaded when its link is pointed at or focused, and all of them later: with the first they delay that.
    defaults: { nuxtLink: { prefetchOn: { visibility: false, interaction: true } } },
  },
  // Without it the development server looks for an entry of the server’s side, which a page drawn by the browser has not.
  $development: { experimental: { viteEnvironmentApi: true } },
  // They take a fifth of the build, and a fault of the server is told with its place in the bundle.
  sourcemap: false,
  compatibilityDate: '2026-01-01',
  nitro: {
    // What the server does not use does no harm in its bundle; to find it takes half of the time of a build.
    rollupConfig: { treeshake: false },
    serverAssets: [{ baseName: 'migrations', dir: fileURLToPath(new URL('./database/migrations', import.meta.url)) }],
    errorHandler: '~~/server/http/errorHandler.ts',
  },
  hooks: {
    // Over loopback a part is there at once when it is asked for; to ask for all beforehand only delays the first view.
    'build:manifest': (manifest) => {
      for (const part of Object.values(manifest)) part.prefetch = false
    },
    // The views know the server by its contract, and not by the routes’ own types, which would bring in all of it.
    ready: (nuxt) => {
      nuxt.hook('prepare:types', ({ references }) => {
        const at = references.findIndex(
          (reference) => 'path' in reference && reference.path.endsWith('/types/nitro.d.ts'),
        )
        if (at >= 0) references.splice(at, 1)
      })
    },
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
    build: {
      cssCodeSplit: false,
      rollupOptions: {
        output: { codeSplitting: { groups: [{ name: 'shared', minShareCount: 4, minSize: 40_000 }] } },
      },
    },
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
