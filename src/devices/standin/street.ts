import { createServer } from 'node:net'
import { recordOfJobFile } from '@/jobFile/recordOfJobFile'
import { NoSuchThing } from './acts'
import { type Door, openModbusDoor } from './doors/modbusDoor'
import type { Broker } from './doors/mqttDoor'
import { liveValues } from './model/live'
import { PracticeHouse } from './practiceHouse'
import { houseSpecOfJob } from './specOfJob'

/** Houses that stand at a time, where nothing else is said; the one that nobody looked at for longest is taken down for a new one. */
const MOST_HOUSES = 24
const TICK_MS = 100
const PUSH_MS = 1000

interface Stand {
  id: string
  practice: PracticeHouse
  modbusPort: number
  door: Door
  lookedAt: number
  toldOfS: number
}

function freePort(): Promise<number> {
  return new Promise((found, failed) => {
    const probe = createServer()
    probe.once('error', failed)
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number }
      probe.close(() => found(port))
    })
  })
}

/** All houses that stand, each with its own Modbus door, living on one clock. */
export class Street {
  private readonly stands = new Map<string, Stand>()
  private readonly building = new Map<string, Promise<Stand>>()
  private readonly timers: NodeJS.Timeout[]

  constructor(
    private readonly broker: Broker,
    private readonly mostHouses = MOST_HOUSES,
    pushMs = PUSH_MS,
  ) {
    this.timers = [setInterval(() => this.tick(), TICK_MS), setInterval(() => this.push(), pushMs)]
  }

  get count(): number {
    return this.stands.size
  }
  get mqttPort(): number {
    return this.broker.port
  }
  topicOf = (id: string): string => `awlbright/${id}`

  /** @throws NoSuchThing for a house that nobody built */
  require(id: string): Stand {
    const stand = this.stands.get(id)
    if (!stand) throw new NoSuchThing('That house is not built.')
    stand.lookedAt = Date.now()
    return stand
  }

  /** Builds a job's house from its file, or anew where it stands. @throws JobFileError for a file that is none */
  async build(id: string, jobFile: unknown): Promise<Stand> {
    // what was read on the real house is not the stand-in's: only what the job says of it is
    const plan = typeof jobFile === 'object' && jobFile !== null ? { ...jobFile, readings: [] } : jobFile
    const { record } = recordOfJobFile(plan, { today: new Date().toISOString().slice(0, 10), instruments: [] })
    const practice = new PracticeHouse(houseSpecOfJob({ ...record.installation, jobId: id }))
    // two who ask for the same house at once get one house with one door
    const before = await this.building.get(id)
    const stand = before ?? this.stands.get(id)
    if (stand) {
      Object.assign(stand, { practice, toldOfS: -1 })
      return stand
    }
    const built = this.open(id, practice)
    this.building.set(id, built)
    try {
      return await built
    } finally {
      this.building.delete(id)
    }
  }

  private async open(id: string, practice: PracticeHouse): Promise<Stand> {
    await this.makeRoom()
    const port = await freePort()
    const stand: Stand = {
      id,
      practice,
      modbusPort: port,
      lookedAt: Date.now(),
      toldOfS: -1,
      door: { port, close: async () => {} },
    }
    stand.door = await openModbusDoor(port, () => stand.practice.house)
    this.stands.set(id, stand)
    return stand
  }

  private async makeRoom(): Promise<void> {
    if (this.stands.size < this.mostHouses) return
    const [oldest] = [...this.stands.values()].sort((one, other) => one.lookedAt - other.lookedAt)
    if (!oldest) return
    this.stands.delete(oldest.id)
    await oldest.door.close()
  }

  private tick(): void {
    const now = Date.now()
    for (const { practice } of this.stands.values()) practice.tick(TICK_MS / 1000, now)
  }

  /** What the gateways push: their values each second, and each event once. */
  private push(): void {
    for (const stand of this.stands.values()) {
      const { house } = stand.practice
      const at = new Date().toISOString()
      this.broker.publish(`${this.topicOf(stand.id)}/live`, { at, values: liveValues(house) }, true)
      for (const event of house.events.filter(({ atS }) => atS > stand.toldOfS))
        this.broker.publish(`${this.topicOf(stand.id)}/event`, { at, ...event }, false)
      stand.toldOfS = house.timeS
    }
  }

  async close(): Promise<void> {
    this.timers.forEach((timer) => clearInterval(timer))
    await Promise.all([...this.stands.values()].map(({ door }) => door.close()))
    await this.broker.close()
  }
}
