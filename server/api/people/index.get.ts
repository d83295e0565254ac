import { listPeople } from '../../people/people'

export default defineRoute({ may: 'read' }, ({ context }) => listPeople(context))
