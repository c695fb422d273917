import { route } from '../../route'
import { setFavourite } from '../../subjects/drills/shelf'

/** Keeps a drill at hand, or lets it go. */
export default route('PUT /api/shelf/favourites', ({ who, body, db, now }) => setFavourite(db, who, body, now))
