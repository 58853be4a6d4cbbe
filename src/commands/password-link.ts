/**
 * Prints a link by which somebody chooses another password: `password-link ADDRESS`. For whoever runs the
 * server, when mail does not reach them.
 */
import { readAddress } from "@/core/roster/address";
import { makePasswordLink, passwordLinkMinutes } from "@/data/accounts/links";
import { database } from "@/data/db/client";
import { newId } from "@/data/session/ids";

async function run([given = ""]: readonly string[]): Promise<number> {
  const address = readAddress(given);
  if (!address) {
    console.error("Wanted: a mail address.");
    return 2;
  }
  const link = await makePasswordLink({ db: database(), now: new Date(), newId }, address);
  if (!link) {
    console.error("Nobody with a password has this address. Nothing was changed.");
    return 1;
  }
  console.log(`${link}\nIt works once, for ${passwordLinkMinutes} minutes.`);
  return 0;
}

run(process.argv.slice(2)).then(
  (code) => process.exit(code),
  (error: unknown) => {
    console.error(error instanceof Error ? error.message : error);
    process.exit(1);
  },
);
