// The yardstick as a process of its own: reads a file line by line, splits every text by a regular expression and hashes it.
import { createHash } from "node:crypto";
import { createReadStream } from "node:fs";
import { createInterface } from "node:readline";

for await (const line of createInterface({ input: createReadStream(process.argv[2]) })) {
  const { text } = JSON.parse(line);
  text.match(/\w+/g);
  createHash("sha256").update(text).digest("hex");
}
console.log((process.resourceUsage().maxRSS / 1024).toFixed(0));
