import { randomBytes } from 'node:crypto'
import type { H3Event } from 'h3'
import proxyAddr from 'proxy-addr'
import type { Visitor } from '../subjects/people/sign-in'

/** Name of the session's cookie, as nuxt.config.ts sets it. */
export const SESSION_COOKIE = 'fidactyl'
const DEVICE_COOKIE = 'fidactyl-device'
const DEVICE_DAYS = 400

/**
 * Addresses of the reverse proxies in front, whose word on where a request comes from is taken:
 * FIDACTYL_TRUSTED_PROXIES.
 */
const trusted = proxyAddr.compile(
  (process.env.FIDACTYL_TRUSTED_PROXIES ?? '')
    .split(',')
    .map(each => each.trim())
    .filter(Boolean),
)

/** Whether a request came through a proxy that is trusted. */
export const behindProxy = (event: H3Event) => trusted(event.node.req.socket.remoteAddress ?? '', 0)

/** Where a request comes from. Of an IPv6 address the network: whoever has one address of it has all. */
function addressOf(event: H3Event): string {
  let address
  try {
    address = proxyAddr(event.node.req, trusted)
  } catch {
    // A proxy that forwards nonsense: then the proxy it is.
    address = event.node.req.socket.remoteAddress
  }
  return (address ?? 'unknown').split(':').slice(0, 4).join(':')
}

/** Who tries to sign in: the address, and the device where it has been here before. */
export const visitorOf = (event: H3Event): Visitor => ({
  address: addressOf(event),
  device: getCookie(event, DEVICE_COOKIE) ?? null,
})

/** The device's own secret, made once: by it a device is known again after its session has ended. */
export function knownDevice(event: H3Event): string {
  const present = getCookie(event, DEVICE_COOKIE)
  const device = present && /^[\w-]{32}$/.test(present) ? present : randomBytes(24).toString('base64url')
  setCookie(event, DEVICE_COOKIE, device, {
    httpOnly: true,
    sameSite: 'lax',
    secure: isSecure(event),
    path: '/api/',
    maxAge: DEVICE_DAYS * 86_400,
  })
  return device
}

/** Whether cookies are for https only, as the session's is. */
function isSecure(event: H3Event): boolean {
  const { cookie } = useRuntimeConfig(event).session
  return typeof cookie === 'object' ? (cookie.secure ?? true) : true
}
