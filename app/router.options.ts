import type { RouterConfig } from '@nuxt/schema'

/** Pages stand with their features, not in one folder of pages. */
export default {
  routes: () => [
    { path: '/', redirect: '/levers' },
    { path: '/levers', name: 'levers', component: () => import('~/levers/LeversPage.vue') },
    { path: '/levers/new', name: 'new-lever', component: () => import('~/levers/LeverEditorPage.vue') },
    { path: '/levers/:id', name: 'lever', component: () => import('~/levers/LeverEditorPage.vue') },
    { path: '/levers/:id/variants', name: 'variants', component: () => import('~/variants/VariantsPage.vue') },
    { path: '/values', name: 'values', component: () => import('~/values/ValuesPage.vue') },
    { path: '/programs', name: 'programs', component: () => import('~/programs/ProgramsPage.vue') },
    { path: '/exchange', name: 'exchange', component: () => import('~/exchange/ExchangePage.vue') },
    { path: '/rack', name: 'rack', component: () => import('~/rack/RackPage.vue') },
    { path: '/turntables', name: 'turntables', component: () => import('~/turntables/TurntablesPage.vue') },
    { path: '/keys', name: 'keys', component: () => import('~/keys/KeysPage.vue') },
    { path: '/bench', name: 'bench', component: () => import('~/bench/BenchPage.vue') },
    { path: '/recording', name: 'recording', component: () => import('~/recorder/RecordingPage.vue') },
    { path: '/ledger', name: 'ledger', component: () => import('~/ledger/LedgerPage.vue') },
    { path: '/check-up', name: 'check-up', component: () => import('~/checkup/CheckUpPage.vue') },
    { path: '/settings', name: 'settings', component: () => import('~/settings/SettingsPage.vue') },
    { path: '/:rest(.*)*', name: 'nowhere', component: () => import('~/shell/NowherePage.vue') },
  ],
} satisfies RouterConfig
