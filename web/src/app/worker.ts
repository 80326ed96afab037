import { ref } from 'vue'

/** A new build of the app has taken over the worker: its pages come with the next screen. */
export const newBuild = ref(false)

const AFTER_MS = 1500

/** The service worker keeps the pages, so that they open without waiting for the network. */
export function startWorker(): void {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return
  const before = navigator.serviceWorker.controller
  navigator.serviceWorker.addEventListener('controllerchange', () => {
    if (before) newBuild.value = true
  })
  // it keeps every page of the app: on a slow line the one that is wanted now comes first
  const register = () => void navigator.serviceWorker.register('/sw.js')
  if (before || document.readyState === 'complete') register()
  else window.addEventListener('load', () => setTimeout(register, AFTER_MS))
  // a part of the build before that is no longer there
  window.addEventListener('vite:preloadError', (event) => {
    if (!newBuild.value) return
    event.preventDefault()
    location.reload()
  })
}
