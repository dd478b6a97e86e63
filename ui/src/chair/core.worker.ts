// The core in a worker: the very code of the server, by which a tap is answered on the device.
interface Answer {
  value?: unknown
  wrong?: string
}
type Core = Record<string, (...args: unknown[]) => Answer>
interface GoRuntime {
  importObject: WebAssembly.Imports
  run: (instance: WebAssembly.Instance) => Promise<void>
}
const scope = globalThis as unknown as { Go: new () => GoRuntime; urncloth: Core }
const place = '/core/'

async function start() {
  await import(/* @vite-ignore */ place + 'wasm_exec.js')
  const go = new scope.Go()
  const packed = await fetch(place + 'core.wasm.gz')
  if (!packed.ok || !packed.body) throw new Error(String(packed.status))
  const plain = packed.body.pipeThrough(new DecompressionStream('gzip'))
  const made = await WebAssembly.instantiateStreaming(
    new Response(plain, { headers: { 'Content-Type': 'application/wasm' } }),
    go.importObject,
  )
  void go.run(made.instance)
  return scope.urncloth
}
const core = start()

addEventListener('message', async ({ data }: MessageEvent<{ id: number; name: string; args: unknown[] }>) => {
  let answer: Answer
  try {
    answer = (await core)[data.name]!(...data.args)
  } catch (e) {
    answer = { wrong: String(e) }
  }
  postMessage({ id: data.id, ...answer })
})
