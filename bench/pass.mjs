// The yardstick as a process of its own: reads a file line by line, splits every text by a regular expression
// and hashes it.
import { createHash } from "node:crypto";
import { openSync, readFileSync, readSync } from "node:fs";

const started = performance.now();
const file = openSync(process.argv[2]);
const chunk = Buffer.alloc(1 << 20);
let pending = Buffer.alloc(0);
for (let size; (size = readSync(file, chunk)) > 0;) {
  let from = 0;
  for (let end = chunk.indexOf("\n"); end >= 0 && end < size; end = chunk.indexOf("\n", from)) {
    pass(Buffer.concat([pending, chunk.subarray(from, end)]).toString());
    pending = Buffer.alloc(0);
    from = end + 1;
  }
  pending = Buffer.concat([pending, chunk.subarray(from, size)]);
}
if (pending.length > 0) pass(pending.toString());
const ms = performance.now() - started;
// Not what the system tells of the process as a whole: that counts the one that it was started from.
const peakRssMB = Number(/VmHWM:\s*(\d+)/.exec(readFileSync("/proc/self/status", "utf8"))[1]) / 1024;
console.log(JSON.stringify({ ms, peakRssMB }));

function pass(line) {
  const { text } = JSON.parse(line);
  text.match(/\w+/g);
  createHash("sha256").update(text).digest("hex");
}
