import { randomBytes, scrypt, timingSafeEqual, type ScryptOptions } from 'node:crypto'
import { promisify } from 'node:util'

const derive = promisify<string, Buffer, number, ScryptOptions, Buffer>(scrypt)

// Figures of the OWASP Password Storage Cheat Sheet for scrypt (N = 2^16, r = 8, p = 2; from memory).
const COST = { N: 2 ** 16, r: 8, p: 2, maxmem: 192 * 1024 * 1024 }
const BYTES = 32

/**
 * Hashes a password with a salt of its own. @param cost Work it takes; less than usual only where nobody's account is
 * at stake.
 */
export async function hashPassword(password: string, cost: typeof COST = COST): Promise<string> {
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
    maxmem: COST.maxmem,
  })
  return timingSafeEqual(given, expected)
}
