import { expect, test } from "vitest";
import { pathForLog, prepare } from "./front";

const asked = (headers: Record<string, string>, hops: number) => {
  const request = {
    headers: { ...headers } as Record<string, string>,
    socket: { remoteAddress: "10.0.0.1" },
  };
  prepare(request, { url: "https://wikis.example.org", hops });
  return request.headers;
};

test("without a proxy nothing that a client says of itself counts", () => {
  expect(
    asked(
      {
        host: "127.0.0.1:3000",
        "x-forwarded-for": "1.2.3.4",
        "x-forwarded-host": "evil.example",
        "x-tidy-address": "1.2.3.4",
      },
      0,
    ),
  ).toEqual({ host: "127.0.0.1:3000", "x-forwarded-for": "1.2.3.4", "x-tidy-address": "10.0.0.1" });
});
test("behind a proxy the application is where its settings say, also if no host is passed on", () => {
  const behind = {
    host: "wikis.example.org",
    "x-forwarded-host": "wikis.example.org",
    "x-forwarded-proto": "https",
  };
  expect(asked({ host: "backend:3000", "x-forwarded-for": "5.6.7.8" }, 1)).toMatchObject({
    ...behind,
    "x-tidy-address": "5.6.7.8",
  });
  expect(asked({}, 1)).toMatchObject(behind);
  expect(asked({}, 0)).toMatchObject(behind);
});

test("what a path could give away is not logged", () => {
  expect(pathForLog("/courses/urbanrivers/pages/x7k2m9/write?find=eels")).toBe(
    "/courses/urbanrivers/pages/*/write",
  );
  expect(pathForLog("/password/Zm9sbG93IHRoZSB3YXRlcg")).toBe("/password/*");
  expect(pathForLog("/invitation/abcdefghijklmnopqrst")).toBe("/invitation/*");
});
