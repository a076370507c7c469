import type { ChildProcess } from "node:child_process";

export function freePort(): Promise<number>;
export function startShed(folder: string, port: number): Promise<ChildProcess>;
export function stopShed(server: ChildProcess): Promise<void>;
export function seedShed(folder: string): Promise<void>;
