#!/usr/bin/env node
import { createInterface } from "node:readline";
import { run } from "./program.ts";

process.exitCode = await run(process.argv.slice(2), {
  lines: () => createInterface({ input: process.stdin, crlfDelay: Number.POSITIVE_INFINITY }),
  print: (line) => process.stdout.write(`${line}\n`),
  error: (line) => process.stderr.write(`${line}\n`),
});
