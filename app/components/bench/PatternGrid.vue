<script setup lang="ts">
import { THUMB_PATTERNS } from '#core/families/pattern'
import { cellsOf, pressed, ROLES, tokensOf, type GridRole } from './pattern-grid'

/**
 * A plucking pattern on voices and eighths: pressed on a grid, typed, or taken from the list over an alternating thumb.
 */
defineProps<{ label: string }>()
const tokens = defineModel<string>({ required: true })
const cells = computed(() => cellsOf(tokens.value))
const NAMES: Record<GridRole, string> = { 1: '1 top', 2: '2', 3: '3', 4: '4', B: 'bass B', A: 'bass A', R: 'root' }
function press(column: number, role: GridRole) {
  if (cells.value) tokens.value = tokensOf(pressed(cells.value, column, role))
}
const fingerAt = (column: number, role: GridRole) => cells.value?.[column]?.find(note => note.role === role)?.finger
const lengthen = () => {
  if (cells.value) tokens.value = `${tokens.value.trim()} r`
}
const shorten = () => {
  if (cells.value && cells.value.length > 1) tokens.value = tokensOf(cells.value.slice(0, -1))
}
</script>

<template>
  <fieldset class="space-y-2">
    <legend class="text-sm font-bold text-soft mb-1">
      {{ label }}
    </legend>
    <div v-if="cells" class="overflow-x-auto">
      <table class="border-collapse text-sm">
        <tbody>
          <tr v-for="role in ROLES" :key="role">
            <th scope="row" class="pr-2 text-right font-normal text-soft whitespace-nowrap">
              {{ NAMES[role] }}
            </th>
            <td v-for="(_, column) in cells" :key="column" class="p-0">
              <button
                type="button"
                class="size-7 border italic font-bold"
                :class="[
                  fingerAt(column, role) ? 'bg-ink text-card border-ink' : 'bg-card border-line hover:border-edge',
                  column % 2 === 0 ? 'ml-0.5' : '',
                ]"
                :aria-label="`eighth ${column + 1}, ${NAMES[role]}: ${fingerAt(column, role) ?? 'nothing'}`"
                @click="press(column, role)"
              >
                {{ fingerAt(column, role) ?? '' }}
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-else class="text-soft text-sm">This pattern has lengths of its own; change it below.</p>
    <div v-if="cells" class="flex gap-2">
      <BaseButton size="sm" @click="lengthen"> An eighth more </BaseButton>
      <BaseButton size="sm" :disabled="cells.length < 2" @click="shorten"> One less </BaseButton>
    </div>
    <WrittenField
      label="Typed"
      hint="finger:role, + for at once, r rest, /q quarter, /s sixteenth, /q. dotted"
      :text="tokens"
      @written="tokens = $event"
    />
    <details>
      <summary class="text-soft underline underline-offset-4 min-h-9 content-center">Over an alternating thumb</summary>
      <div class="flex flex-wrap gap-1.5 mt-1">
        <button
          v-for="entry in THUMB_PATTERNS"
          :key="entry.label"
          type="button"
          class="rounded-md border min-h-9 px-2.5"
          :class="
            entry.tokens === tokens ? 'bg-ink text-card border-ink font-bold' : 'bg-card border-line hover:border-edge'
          "
          @click="tokens = entry.tokens"
        >
          {{ entry.label }}
        </button>
      </div>
    </details>
  </fieldset>
</template>
