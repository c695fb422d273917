import { route } from '../../../route'
import { changeProgramme } from '../../../subjects/drills/shelf'

/** Another name, other drills or another order. */
export default route('PUT /api/programmes/:id', ({ who, id, body, db, now }) => changeProgramme(db, who, id, body, now))
