import { init, use, type EChartsCoreOption } from 'echarts/core'
import { SVGRenderer } from 'echarts/renderers'
import { t } from '../words.ts'

/** Of a picture that is taken out, px. */
const SIZE = { width: 1200, height: 640 } as const
/** Pixels a unit in a PNG, so that it prints well. */
const SHARPNESS = 2

/** A chart as an SVG file, drawn anew at the size of a page. @param ground - colour behind it */
export function chartSvg(option: EChartsCoreOption, ground: string): string {
  use([SVGRenderer])
  const chart = init(null, null, { renderer: 'svg', ssr: true, ...SIZE })
  try {
    chart.setOption({ ...option, animation: false, backgroundColor: ground })
    return chart.renderToSVGString()
  } finally {
    chart.dispose()
  }
}

/** The same as a PNG file. @throws Error where the browser cannot draw it */
export async function chartPng(svg: string): Promise<Blob> {
  const url = URL.createObjectURL(new Blob([svg], { type: 'image/svg+xml' }))
  try {
    const image = new Image()
    await new Promise<void>((drawn, fail) => {
      image.onload = () => drawn()
      image.onerror = () => fail(new Error(t('chart.notDrawn')))
      image.src = url
    })
    const canvas = document.createElement('canvas')
    canvas.width = SHARPNESS * SIZE.width
    canvas.height = SHARPNESS * SIZE.height
    canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height)
    return await new Promise((done, fail) =>
      canvas.toBlob((blob) => (blob ? done(blob) : fail(new Error(t('chart.notWritten')))), 'image/png'),
    )
  } finally {
    URL.revokeObjectURL(url)
  }
}
