import { route } from '../../route'
import { readShelf } from '../../subjects/drills/shelf'

/** Own drills, the ladder, favourites and collections. */
export default route('GET /api/shelf', ({ who, db }) => readShelf(db, who))
