import { randomBytes, scrypt, timingSafeEqual, type ScryptOptions } from 'node:crypto'
import { promisify } from 'node:util'

const derive = promisify<string, Buffer, number, ScryptOptions, Buffer>(scrypt)

/** Figures of the OWASP Password Storage Cheat Sheet for scrypt (N = 2^16, r = 8, p = 2; from memory). */
export const USUAL_COST = { N: 2 ** 16, r: 8, p: 2, maxmem: 192 * 1024 * 1024 }

/**
 * What hashing a password costs here. `FIDACTYL_SCRYPT_N` sets scrypt's N, a power of two. The tests sign in hundreds
 * of times and set a low one; a studio never does, and a server started so says it in its log.
 * @throws Error when the variable holds anything else.
 */
export function passwordCost(n = process.env.FIDACTYL_SCRYPT_N): typeof USUAL_COST {
  if (!n) return USUAL_COST
  const N = Number(n)
  if (!Number.isInteger(Math.log2(N)) || N < 2)
    throw new Error(`FIDACTYL_SCRYPT_N is ${n}: it must be a power of two, such as ${USUAL_COST.N}`)
  return { ...USUAL_COST, N }
}
const COST = passwordCost()
const BYTES = 32

/** Hashes a password with a salt of its own. */
export async function hashPassword(password: string, cost = COST): Promise<string> {
  const salt = randomBytes(16)
  const key = await derive(password.normalize('NFKC'), salt, BYTES, cost)
  return `scrypt$${cost.N}$${cost.r}$${cost.p}$${salt.toString('base64')}$${key.toString('base64')}`
}

/** Whether a password is the hashed one; takes as long either way. */
export async function isPassword(password: string, hash: string): Promise<boolean> {
  const [, N, r, p, salt, key] = hash.split('$')
  const expected = Buffer.from(key!, 'base64')
  const given = await derive(password.normalize('NFKC'), Buffer.from(salt!, 'base64'), expected.length, {
    N: Number(N),
    r: Number(r),
    p: Number(p),
    maxmem: USUAL_COST.maxmem,
  })
  return timingSafeEqual(given, expected)
}
