import sharp from "sharp";
import { expect, test } from "vitest";
import { withoutLocation } from "./location";

const place = {
  IFD3: {
    GPSLatitudeRef: "N",
    GPSLatitude: "53/1 21/1 1200/100",
    GPSLongitudeRef: "W",
    GPSLongitude: "6/1 15/1 3600/100",
  },
};
const camera = { IFD0: { Make: "Heron" }, ...place };
const xmp = `<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF><rdf:Description exif:GPSLatitude="53,21.2N" dc:title="Weir"><exif:GPSLongitude>6,15.6W</exif:GPSLongitude></rdf:Description></rdf:RDF></x:xmpmeta>`;
const picture = () =>
  sharp({ create: { width: 40, height: 30, channels: 3, background: "#1b6b73" } }).withExif(camera);

test.each(["jpeg", "png", "webp", "avif"] as const)(
  "a %s says no more where it was taken, and looks as before",
  async (format) => {
    const before = await picture().toFormat(format).toBuffer();
    expect((await sharp(before).metadata()).exif).toBeDefined();
    const after = withoutLocation(before);
    expect(after).toHaveLength(before.length);
    expect(after).not.toEqual(new Uint8Array(before));
    // A degree, a minute and hundredths of a second stood there as fractions.
    const { exif, orientation } = await sharp(Buffer.from(after)).metadata();
    expect(orientation).toBe((await sharp(before).metadata()).orientation);
    expect(exif!.includes("Heron")).toBe(true);
    expect(
      exif!.includes(Buffer.from([0xb0, 0x04, 0, 0, 0x64, 0, 0, 0])) ||
        exif!.includes(Buffer.from([0, 0, 0x04, 0xb0, 0, 0, 0, 0x64])),
    ).toBe(false);
    expect(await sharp(Buffer.from(after)).raw().toBuffer()).toEqual(await sharp(before).raw().toBuffer());
    expect(withoutLocation(after)).toEqual(after);
  },
);

test("what an XMP packet says of the place goes, and what it says else stays", () => {
  const said = new TextDecoder().decode(withoutLocation(new TextEncoder().encode(`head${xmp}tail`)));
  expect(said).not.toMatch(/53,21|6,15/);
  expect(said).toContain('dc:title="Weir"');
});

test("a picture without a place, and bytes of any kind, stay as they are, and nothing is read beyond their end", async () => {
  const plain = new Uint8Array(
    await sharp({ create: { width: 4, height: 4, channels: 3, background: "white" } })
      .jpeg()
      .toBuffer(),
  );
  expect(withoutLocation(plain)).toBe(plain);
  let state = 5;
  for (let run = 0; run < 400; run++) {
    const noise = Uint8Array.from({ length: 60 }, () => (state = (state * 48_271) % 2_147_483_647) & 255);
    noise.set([0x49, 0x49, 0x2a, 0, 8, 0, 0, 0, 1, 0, 0x25, 0x88], run % 40);
    expect(withoutLocation(noise)).toHaveLength(60);
  }
});
