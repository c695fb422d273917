import pino from 'pino'

/**
 * The server's log: one JSON object a line on standard output, times in UTC. Codes and ids only: no message of the
 * driver, no parameter, no name, no note. `LOG_LEVEL` says how much of it (`info` when not set).
 */
export const logger = pino({
  base: null,
  level: process.env.LOG_LEVEL ?? 'info',
  timestamp: pino.stdTimeFunctions.isoTime,
})
