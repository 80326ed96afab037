import '@fontsource-variable/atkinson-hyperlegible-next'
import '@fontsource-variable/atkinson-hyperlegible-mono'
import './tokens.css'
import './base.css'
import 'virtual:uno.css'
import 'virtual:parts.css'
import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import { Problem } from '@/api/client'
import App from './App.vue'
import { keepWords } from './keepWords'
import { makeRouter } from './router'
import { startWorker } from './worker'

const nonce = document.querySelector<HTMLMetaElement>('meta[property="csp-nonce"]')?.nonce

startWorker()

const app = createApp(App).use(createPinia())
const router = makeRouter()
const parts = import('./parts').then(({ giveParts }) => giveParts(app, nonce))
// a page comes with its parts
router.beforeResolve(() => parts)

const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      // a fishroom changes under other hands: look again when the screen is looked at again
      staleTime: 10_000,
      // without a connection the service worker answers with what it kept
      networkMode: 'always',
      retry: (count, error) => count < 2 && !(error instanceof Problem && error.body.status >= 400),
    },
  },
})

keepWords(router, queryClient)
app.use(router).use(VueQueryPlugin, { queryClient }).mount('#app')
