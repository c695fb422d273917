import { fileURLToPath } from 'node:url'
import tailwindcss from '@tailwindcss/vite'
import { engineWorker } from './server/engine/bundle'
import { FONT_FILES, SPARE_FONT } from './server/paper/font-files'

const core = fileURLToPath(new URL('./core', import.meta.url))

/** The pages: each lies with what it is made of. */
const PAGES = {
  '/': 'today/TodayPage',
  '/bench': 'bench/BenchPage',
  '/shelf': 'shelf/ShelfPage',
  '/students': 'students/StudentsPage',
  '/students/board': 'students/BoardPage',
  '/students/:id()': 'students/StudentPage',
  '/lesson/:id()': 'lesson/LessonPage',
  '/studio': 'studio/StudioPage',
  '/grade': 'studio/GradePage',
  '/sign-in': 'sign-in/SignInPage',
}

export default defineNuxtConfig({
  modules: ['@nuxt/eslint', '@pinia/nuxt', '@vueuse/nuxt', '@nuxtjs/color-mode', 'nuxt-auth-utils', 'nuxt-security'],
  // Everything but sign-in belongs to a signed-in teacher: rendering it on the server would only be slower.
  ssr: false,
  // Whatever place a component or a composable lies in, it is known everywhere by its name.
  components: [{ path: '~', pathPrefix: false, pattern: '*/**/*.vue', ignore: ['layouts/**'] }],
  imports: { dirs: ['**/use!(*.test).ts', 'base/*.ts', 'base/stores/!(*.test).ts'] },
  pages: true,
  hooks: {
    'pages:extend': pages => {
      for (const [path, file] of Object.entries(PAGES))
        pages.push({ name: file, path, file: fileURLToPath(new URL(`./app/${file}.vue`, import.meta.url)) })
    },
    // Nothing is fetched ahead: a first page on a phone would wait for, and pay for, pages nobody opens.
    'build:manifest': manifest => {
      for (const entry of Object.values(manifest)) entry.dynamicImports = []
    },
  },
  devtools: { enabled: false },
  app: {
    head: {
      htmlAttrs: { lang: 'en-GB' },
      title: 'Fidactyl',
      meta: [
        { name: 'viewport', content: 'width=device-width, initial-scale=1' },
        { name: 'color-scheme', content: 'light dark' },
      ],
      link: [{ rel: 'icon', type: 'image/svg+xml', href: '/mark.svg' }],
    },
  },
  css: ['~/assets/main.css'],
  colorMode: { classSuffix: '', preference: 'system', fallback: 'light', storageKey: 'fidactyl-light' },
  spaLoadingTemplate: 'spa-loading.html',
  runtimeConfig: {
    databaseUrl: '',
    session: { name: 'fidactyl', maxAge: 60 * 60 * 24 * 14, password: '', cookie: { sameSite: 'lax', secure: true } },
  },
  alias: { '#core': core },
  routeRules: {
    // Without these a worker is refused silently under cross-origin isolation.
    '/_nuxt/**': {
      headers: { 'cross-origin-embedder-policy': 'credentialless', 'cross-origin-resource-policy': 'same-origin' },
    },
  },
  // A page's code is fetched when its link is pointed at or has the keyboard, not as soon as the link is seen.
  experimental: {
    appManifest: false,
    defaults: { nuxtLink: { prefetchOn: { visibility: false, interaction: true } } },
  },
  compatibilityDate: '2026-01-01',
  // Nothing reads them.
  sourcemap: false,
  nitro: {
    preset: 'node-server',
    // What goes on paper is set in the typefaces of the screen, which the built server carries along.
    externals: {
      traceInclude: [...Object.values(FONT_FILES), SPARE_FONT].map(file =>
        fileURLToPath(new URL(`./node_modules/${file}`, import.meta.url)),
      ),
    },
    // The app asks by shared/contracts; types inferred from the routes would have the app's program read the server.
    hooks: { 'types:extend': types => void (types.routes = {}) },
    rollupConfig: { plugins: [engineWorker(fileURLToPath(new URL('./server/engine/worker.ts', import.meta.url)))] },
  },
  vite: { plugins: [tailwindcss()], worker: { format: 'es' }, build: { chunkSizeWarningLimit: 700 } },
  typescript: { strict: true, tsConfig: { compilerOptions: { noUncheckedIndexedAccess: true } } },
  telemetry: false,
  auth: { loadStrategy: 'none' },
  eslint: { config: { stylistic: false } },
  security: {
    removeLoggers: false,
    // What the API refuses it refuses in its own words: sizes are counted by route as a body is read, rates by who
    // asks, origins by the guard. What was typed is never looked at for tags: "tempo < 80" is a note, and the templates
    // escape.
    rateLimiter: false,
    requestSizeLimiter: false,
    xssValidator: false,
    corsHandler: false,
    headers: {
      strictTransportSecurity: false,
      contentSecurityPolicy: {
        'script-src': ["'self'", "'nonce-{{nonce}}'", "'strict-dynamic'"],
        'worker-src': ["'self'", 'blob:'],
        'img-src': ["'self'", 'data:'],
        'connect-src': ["'self'"],
        'upgrade-insecure-requests': false,
      },
    },
  },
})
