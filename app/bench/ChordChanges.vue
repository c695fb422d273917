<script setup lang="ts">
import type { ChordShape } from '#core/chords/chord'
import { chordChanges, type ChordChange } from '#core/chord-changes/change'
import { chordSequence } from '#core/chord-changes/sequence'
import { instrumentOf } from '#core/guitar/instrument'
import type { Score } from '#core/score/score'
import { fingerMarks, lowestFret, NECK_FRETS, silentStrings } from '#core/sheet/chord-neck'

/** Every chord change of a drill as two small necks: what stays, slides, moves, lifts and lands, and how far. */
const props = defineProps<{ score: Score }>()
const instrument = computed(() => instrumentOf(props.score.spec.instrument))
const changes = computed(() => chordChanges(props.score, chordSequence(props.score), instrument.value))
const KINDS = { pivot: 'stays', guide: 'slides', moves: 'moves', lifts: 'lifts', lands: 'comes down' } as const
const told = (change: ChordChange) =>
  change.moves
    .map(move => `${move.finger} ${KINDS[move.kind]}${move.mm > 0 ? ` ${Math.round(move.mm)} mm` : ''}`)
    .join(', ')
const marksOf = (shape: ChordShape, change: ChordChange, side: 'from' | 'to') =>
  fingerMarks(shape).map(({ string, fret, finger }) => {
    const move = change.moves.find(each => each.finger === finger)
    return {
      string,
      fret,
      text: finger ? String(finger) : undefined,
      hollow:
        move !== undefined &&
        (side === 'from' ? move.kind === 'lifts' || move.kind === 'moves' : move.kind === 'pivot'),
    }
  })
</script>

<template>
  <section v-if="changes.length > 0" class="mt-4" aria-label="Chord changes">
    <h2 class="text-lg mb-2">Changes</h2>
    <ul class="grid grid-cols-1 gap-3 2xl:grid-cols-2">
      <li v-for="(change, i) in changes" :key="i" class="bg-card border border-line rounded-md p-3">
        <p class="font-bold">
          {{ change.from }} → {{ change.to }}
          <span class="text-soft font-normal figures ml-2">{{ Math.round(change.travelMm) }} mm of travel</span>
        </p>
        <div class="grid grid-cols-2 gap-3 my-2">
          <NeckPicture
            v-for="side in ['from', 'to'] as const"
            :key="side"
            :label="`${side === 'from' ? change.from : change.to}, ${side === 'from' ? 'before' : 'after'} the change`"
            :strings="instrument.tuning.length"
            :from-fret="lowestFret(change.before, change.after)"
            :frets="NECK_FRETS"
            :marks="marksOf(side === 'from' ? change.before : change.after, change, side)"
            :silent="silentStrings(side === 'from' ? change.before : change.after, instrument)"
          />
        </div>
        <p>{{ told(change) }}.</p>
        <p class="text-soft">
          <template v-if="change.placement.length > 0">
            Down in this order: {{ change.placement.join(', ') }}.
          </template>
          <template v-if="change.barre">
            {{ change.barre === 'full' ? 'A full barre.' : 'A half barre.' }}
          </template>
        </p>
      </li>
    </ul>
    <p class="text-soft mt-2">
      Before the change hollow fingers leave their place; after it hollow fingers have stayed.
    </p>
  </section>
</template>
