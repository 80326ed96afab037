import '@fontsource-variable/atkinson-hyperlegible-next'
import '@fontsource-variable/atkinson-hyperlegible-mono'
import './tokens.css'
import './base.css'
import { VueQueryPlugin } from '@tanstack/vue-query'
import { createPinia } from 'pinia'
import PrimeVue from 'primevue/config'
import ToastService from 'primevue/toastservice'
import { createApp } from 'vue'
import { Problem } from '@/api/client'
import App from './App.vue'
import { makeRouter } from './router'
import { preset } from './theme'

const nonce = document.querySelector<HTMLMetaElement>('meta[property="csp-nonce"]')?.nonce

if (import.meta.env.PROD && 'serviceWorker' in navigator) void navigator.serviceWorker.register('/sw.js')

createApp(App)
  .use(createPinia())
  .use(makeRouter())
  .use(VueQueryPlugin, {
    queryClientConfig: {
      defaultOptions: {
        queries: {
          // a fishroom changes under other hands: look again when the screen is looked at again
          staleTime: 10_000,
          // without a connection the service worker answers with what it kept
          networkMode: 'always',
          retry: (count, error) => count < 2 && !(error instanceof Problem && error.body.status >= 400),
        },
      },
    },
  })
  .use(PrimeVue, { theme: { preset, options: { darkModeSelector: '.night' } }, csp: { nonce } })
  .use(ToastService)
  .mount('#app')
