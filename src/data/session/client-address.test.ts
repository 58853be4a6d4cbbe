import { expect, test } from "vitest";
import { clientAddress } from "./client-address";

test.each<[string, string | undefined, string | undefined, number, string]>([
  ["without a proxy it is the other end, whatever is told", "1.2.3.4, 5.6.7.8", "9.9.9.9", 0, "9.9.9.9"],
  ["one proxy tells the last of its list", "1.2.3.4, 5.6.7.8", "10.0.0.1", 1, "5.6.7.8"],
  ["two proxies the one before", "1.2.3.4, 5.6.7.8, 10.0.0.2", "10.0.0.1", 2, "5.6.7.8"],
  ["a list that is too short says what it has", "5.6.7.8", "10.0.0.1", 3, "5.6.7.8"],
  ["a proxy that tells nothing is all that is known", undefined, "10.0.0.1", 1, "10.0.0.1"],
  ["empty entries are none", " , 5.6.7.8 ,, ", "10.0.0.1", 1, "5.6.7.8"],
  ["version 4 in version 6", undefined, "::ffff:10.0.0.1", 0, "10.0.0.1"],
  ["version 6 by its site", undefined, "2001:0db8:1:2:3:4:5:6", 0, "2001:db8:1:2::"],
  ["version 6, shortened", undefined, "2001:db8::7", 0, "2001:db8:0:0::"],
  ["nothing", undefined, undefined, 1, ""],
])("%s", (_, forwarded, peer, hops, wanted) => expect(clientAddress(forwarded, peer, hops)).toBe(wanted));
