import type { Role } from '#shared/people'

/** Who asks, and where: nobody in a script that is run on the server's own machine. */
export interface Who { personId: string, deviceId: string | null, role: Role, signInId: string | null }
/** For whom a request works: handed by the route to every service; no service looks it up. */
export interface Context { workroomId: string, who?: Who }
