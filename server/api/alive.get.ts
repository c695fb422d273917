import { route } from '../route'
/** Whether the server itself answers, whatever its database does: for whoever restarts it when it does not. */
export default route('GET /api/alive', () => ({ ok: true }))
