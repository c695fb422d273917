/** Who is signed in. */
export default answering(async event => event.context.me)
