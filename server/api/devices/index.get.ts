import { listDevices } from '../../people/devices'

export default defineRoute({ may: 'own' }, ({ context }) => listDevices(context))
