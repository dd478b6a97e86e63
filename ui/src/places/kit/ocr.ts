// Reading letters off a picture, by Tesseract in a worker of this window. It is loaded when somebody first scans.
import core from 'tesseract.js-core/tesseract-core-simd-lstm.wasm.js?url'
import worker from 'tesseract.js/dist/worker.min.js?url'
import { createWorker, OEM, PSM } from 'tesseract.js'

export async function readPicture(file: File, progress: (share: number) => void): Promise<string> {
  const reader = await createWorker('eng', OEM.LSTM_ONLY, {
    workerPath: worker,
    corePath: core,
    langPath: import.meta.env.BASE_URL + 'assets/letters-4.0.0', // see vite.config.ts
    workerBlobURL: false, // the content policy allows files, not scripts made in the page
    cacheMethod: 'none',
    logger: (m) => m.status === 'recognizing text' && progress(m.progress),
  })
  try {
    await reader.setParameters({ tessedit_pageseg_mode: PSM.SINGLE_BLOCK })
    return (await reader.recognize(file)).data.text
  } finally {
    await reader.terminate()
  }
}
