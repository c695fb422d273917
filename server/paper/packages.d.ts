declare module 'wawoff2' {
  /** Unpacks a WOFF2 font to TrueType. */
  export function decompress(font: Uint8Array): Promise<Uint8Array>
}
declare module 'svg-to-pdfkit' {
  import type PDFDocument from 'pdfkit'
  /** Draws SVG as vectors into a document. */
  export default function SVGtoPDF(
    document: InstanceType<typeof PDFDocument>,
    svg: string,
    x: number,
    y: number,
    options: {
      readonly width?: number
      readonly height?: number
      readonly assumePt?: boolean
      readonly fontCallback?: (family: string, bold: boolean, italic: boolean) => string
      readonly warningCallback?: (warning: string) => void
    },
  ): void
}
