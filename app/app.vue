<script setup lang="ts">
/** What is there in every place: messages, the keys, the way to anywhere. */
const session = useSession()
const shown = useAppWindow()
useKeyListener()
useKeys(() =>
  session.me
    ? [
        { key: 'k', held: 'ctrl', label: 'Go to a place, a student, a drill', run: () => (shown.value = 'palette') },
        { key: '?', label: 'The keys of this place', run: () => (shown.value = 'keys') },
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
  <LazyShortcutsDialog v-if="keys" v-model:open="keys" :shortcuts="keysHere" />
  <LazyCommandPalette v-if="palette" v-model:open="palette" />
</template>
