import { readShelf } from '../../services/shelf'

/** Own drills, the ladder, favourites and collections. */
export default answering(async event => readShelf(databaseOf(event), teacherOf(event)))
