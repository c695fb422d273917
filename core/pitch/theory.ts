import { Chord, Scale } from 'tonal'

/** What a lookup finds; the library looks names up in plain objects and fails at such as `valueOf`, which is none. */
function found<T>(look: (name: string) => T, name: string): T {
  try {
    return look(name)
  } catch (error) {
    if (error instanceof TypeError) return look('')
    throw error
  }
}

/** A chord by its name in the theory library; `empty` where there is none. */
export const chordNamed = (name: string) => found(Chord.get, name)

/** A scale by tonic and type in the theory library; `empty` where there is none. */
export const scaleNamed = (name: string) => found(Scale.get, name)
