import { spawn } from 'node:child_process'
import path from 'node:path'
import { createInterface } from 'node:readline'
import { fileURLToPath } from 'node:url'

export interface Programs {
  /** Starts one of the built programs and waits for the line with its address; everything else that it says is passed on. */
  readonly start: (
    program: 'server.mjs' | 'blog-host.mjs' | 'micropub-host.mjs' | 'picture-bank.mjs' | 'video-provider.mjs',
    env: NodeJS.ProcessEnv,
  ) => Promise<string>
}

/** Programs that run together: when one ends, or this one is stopped, all do. */
export function programs(): Programs {
  const children: ReturnType<typeof spawn>[] = []
  const stop = (code: number) => {
    for (const child of children) child.kill()
    process.exit(code)
  }
  process.on('SIGINT', () => stop(0))
  process.on('SIGTERM', () => stop(0))
  return {
    start: (program, env) =>
      new Promise((resolve) => {
        const file = path.join(path.dirname(fileURLToPath(import.meta.url)), program)
        const child = spawn(process.execPath, [file], { env, stdio: ['ignore', 'pipe', 'inherit'] })
        children.push(child)
        child.on('exit', (code) => stop(code ?? 1))
        createInterface({ input: child.stdout }).on('line', (line) => {
          const address = /^(?:Set Row|Blog host|Another blog|Picture bank|Videos)\s+(https?:\/\/\S+)$/.exec(line)
          if (address) resolve(address[1]!)
          else console.log(line)
        })
      }),
  }
}
