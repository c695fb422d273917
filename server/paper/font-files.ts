import type { Face } from '../../core/formats/svg/styles'

/** Where the shipped typefaces lie among the packages; the built server carries these very files. */
export const FONT_FILES: Readonly<Record<Face, string>> = {
  'text': '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff2',
  'text-bold': '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff2',
  'text-italic': '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-italic.woff2',
  'head': '@fontsource/bitter/files/bitter-latin-700-normal.woff2',
}
/** For letters that those have not: names in other scripts, sharps and flats, boxes to tick. */
export const SPARE_FONT = 'dejavu-fonts-ttf/ttf/DejaVuSans.ttf'
