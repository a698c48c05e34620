import { spawnSync } from 'node:child_process'

/** Whether a program that some tests ask is there; its tests are left out where it is not. */
export const installed = (command: string) => spawnSync(command, ['--version']).error === undefined
