<script setup lang="ts">
import type { Component } from 'vue'

/** What is there in every place: messages, the keys, the way to anywhere. */
const session = useSession()
const shown = useAppWindow()
const toasts = useToasts()
// The sign-in page has no use for the windows; once somebody is signed in they are there before their key is pressed,
// so that what is typed right after it is theirs.
const Windows = shallowRef<{ readonly Keys: Component; readonly Palette: Component } | null>(null)
async function fetchWindows() {
  if (Windows.value) return
  const [Keys, Palette] = await Promise.all([
    import('./base/controls/ShortcutsDialog.vue'),
    import('./base/shell/CommandPalette.vue'),
  ])
  Windows.value = { Keys: Keys.default, Palette: Palette.default }
}
const show = (which: 'keys' | 'palette') =>
  fetchWindows().then(
    () => {
      shown.value = which
    },
    () => toasts.say('The server cannot be reached, so this page cannot be opened.', { tone: 'trouble' }),
  )
// Asked for from elsewhere before they are there.
watch(
  shown,
  which => {
    if (which === null || Windows.value) return
    shown.value = null
    void show(which)
  },
  { flush: 'sync' },
)
// Without them everything else works; whoever asks for one is told.
watch(
  () => session.me !== null,
  signedIn => signedIn && void fetchWindows().catch(() => {}),
  { immediate: true },
)
useKeyListener()
useKeys(() =>
  session.me
    ? [
        { key: 'k', held: 'ctrl', label: 'Go to a page, student or drill', run: () => void show('palette') },
        { key: '?', label: 'Keyboard shortcuts', run: () => void show('keys') },
      ]
    : [],
)
const isShown = (which: 'keys' | 'palette') =>
  computed({
    get: () => shown.value === which,
    set: open => {
      shown.value = open ? which : null
    },
  })
const [keys, palette] = [isShown('keys'), isShown('palette')]
</script>

<template>
  <NuxtLayout>
    <NuxtPage />
  </NuxtLayout>
  <ToastStack />
  <template v-if="Windows">
    <component :is="Windows.Keys" v-if="keys" v-model:open="keys" :shortcuts="keysHere" />
    <component :is="Windows.Palette" v-if="palette" v-model:open="palette" />
  </template>
</template>
