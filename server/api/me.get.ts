import { route } from '../route'
/** Who is signed in. */
export default route('GET /api/me', ({ who }) => who)
