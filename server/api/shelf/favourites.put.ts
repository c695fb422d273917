import { favouriteBody } from '#shared/contracts/shelf'
import { setFavourite } from '../../services/shelf'

/** Keeps a drill at hand, or lets it go. */
export default answering(async event =>
  setFavourite(databaseOf(event), teacherOf(event), await bodyOf(event, favouriteBody), new Date()),
)
