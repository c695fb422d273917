import { weightsBody } from '#shared/contracts/shelf'
import { setWeights } from '../../services/studio'

/** What each part of a grade counts for in this studio. */
export default answering(async event =>
  setWeights(databaseOf(event), ownerOf(event), await bodyOf(event, weightsBody), new Date()),
)
