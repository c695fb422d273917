import { h, type FunctionalComponent } from 'vue'
import type { Shape } from '#core/sheet/picture'

/** A shape of the sheet; drawn anew only when it is another one. */
const SheetShape: FunctionalComponent<{ shape: Shape }> = ({ shape }) => {
  if (shape.kind === 'path') return h('path', { class: shape.as, d: shape.d })
  if (shape.kind === 'boxes')
    return h(
      'g',
      { class: shape.as },
      shape.boxes.map(box => h('rect', { ...box, rx: 3 })),
    )
  return h(
    'text',
    { class: shape.as },
    shape.letters.map(({ x, y, text, strong }) => h('tspan', { x, y, class: strong ? 'strong' : undefined }, text)),
  )
}
SheetShape.props = ['shape']
export default SheetShape
