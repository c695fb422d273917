import { existsSync, readFileSync } from 'node:fs'
import { expect, test } from '@playwright/test'

test('every test that docs/security.md names is there', () => {
  const text = readFileSync('docs/security.md', 'utf8')
  const named = [...text.matchAll(/`([\w/.-]+\.(?:test|spec)\.ts)`: ([^|\n]+?) \|/g)].map(
    ([, file, title]) => [file!, title!] as const,
  )
  expect(named.length).toBeGreaterThan(30)
  for (const [file, title] of named) {
    expect([file, existsSync(file)]).toEqual([file, true])
    expect([file, title, readFileSync(file, 'utf8').replaceAll("\\'", "'").includes(title)]).toEqual([
      file,
      title,
      true,
    ])
  }
})

test('every page comes with the headers the table names', async ({ request }) => {
  for (const path of ['/', '/sign-in', '/bench', '/students']) {
    const headers = (await request.get(path)).headers()
    const policy = headers['content-security-policy']!
    expect(policy).toMatch(/script-src 'self' 'nonce-[\w+/=]+' 'strict-dynamic'/)
    expect(policy).toContain("object-src 'none'")
    expect(policy).toContain("base-uri 'none'")
    expect(policy).toMatch(/frame-ancestors|form-action/)
    expect(headers).toMatchObject({
      'x-content-type-options': 'nosniff',
      'x-frame-options': 'SAMEORIGIN',
      'referrer-policy': 'no-referrer',
    })
    expect(headers['x-powered-by']).toBeUndefined()
    expect(headers.server).toBeUndefined()
  }
})

test('an answer of the API is kept by no cache, taken for nothing but what it is, and says not what serves it', async ({
  request,
}) => {
  for (const path of ['/api/alive', '/api/me', '/api/none']) {
    const headers = (await request.get(path)).headers()
    expect(headers).toMatchObject({
      'cache-control': 'no-store',
      'content-type': expect.stringMatching(/^application\/json/),
      'x-content-type-options': 'nosniff',
      'x-frame-options': 'SAMEORIGIN',
      'referrer-policy': 'no-referrer',
    })
    expect(headers['x-powered-by']).toBeUndefined()
    expect(headers.server).toBeUndefined()
  }
})
