import { inject, type InjectionKey, provide, type Ref, ref } from 'vue'

const LEFT_HANDED: InjectionKey<Readonly<Ref<boolean>>> = Symbol('left-handed')

/**
 * Tells all pictures of a place for whom they are drawn: for left-handed students necks point the other way, numbers
 * stay.
 */
export const provideHandedness = (leftHanded: Readonly<Ref<boolean>>) => provide(LEFT_HANDED, leftHanded)

/** Whether the pictures of this place are for a left-handed student. */
export const useHandedness = (): Readonly<Ref<boolean>> => inject(LEFT_HANDED, ref(false))
