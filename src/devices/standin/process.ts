import { openControlDoor } from './doors/controlDoor'
import { openBroker } from './doors/mqttDoor'
import { Street } from './street'

/**
 * The stand-in houses as a process of their own: `tsx src/devices/standin/process.ts PORT`, where PORT is the control door on the loopback.
 * `AWLBRIGHT_STAND_IN_PUSH_MS` has them push their values as often.
 */
const pushMs = Number(process.env.AWLBRIGHT_STAND_IN_PUSH_MS) || undefined
const street = new Street(await openBroker(0), undefined, pushMs)
await openControlDoor(Number(process.argv[2]), street)
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => process.exit(0))
