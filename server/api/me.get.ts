/** Who is signed in. */
export default answering(async event => meOf(event))
