// How soon the server answers after it is started with the demo, against the same program asked for its help alone, and how
// long its first edit takes: at once, once it has rested, and against those after it.
import { execFileSync } from 'node:child_process'
import { join } from 'node:path'
import { home, Server } from '../../tests/browser/harness.mjs'
import { print } from './bench.mjs'

const rounds = 5
const middle = (numbers) => numbers.sort((one, other) => one - other)[numbers.length >> 1]
const timed = async (act) => {
  const start = performance.now()
  await act()
  return performance.now() - start
}
const times = { help: [], answers: [], atOnce: [], rested: [], later: [] }

async function firstEdit(rest, of) {
  const server = new Server('demo')
  let id
  times.answers.push(
    await timed(async () => {
      await server.start()
      id = (await server.get('/api/scenes'))[0].id
    }),
  )
  await new Promise((go) => setTimeout(go, rest))
  const edit = (revision) =>
    server.post(`/api/scenes/${id}/edits`, { revision, edit: { edit: 'renameScene', name: `Lantern Bay ${revision}` } })
  let { revision } = await server.get(`/api/scenes/${id}`)
  of.push(await timed(() => edit(revision)))
  for (let i = 0; i < 5; i++) times.later.push(await timed(() => edit(++revision)))
  await server.dispose()
}

for (let round = 0; round < rounds; round++) {
  times.help.push(
    await timed(() => execFileSync('dotnet', [join(home, 'artifacts/app/ZestyReel.Server.dll'), '--help'])),
  )
  await firstEdit(0, times.atOnce)
  await firstEdit(2000, times.rested)
}
const [help, answers, atOnce, rested, later] = Object.values(times).map(middle)
print('started with the demo, first answer', answers, 'ms')
print('the same program, its help alone', help, 'ms')
print('first answer, against that', answers / help, 'times')
print('first edit, at once', atOnce, 'ms')
print('first edit, two seconds later', rested, 'ms')
print('edits after it', later, 'ms')
