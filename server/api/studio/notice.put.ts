import { noticeBody } from '#shared/contracts/studios'
import { setNotice } from '../../services/studio'

/** What the studio says to its students and to who looks after them. */
export default answering(async event =>
  setNotice(databaseOf(event), ownerOf(event), await bodyOf(event, noticeBody), new Date()),
)
