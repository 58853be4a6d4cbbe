/** Pictures, films, recordings and outside addresses as they stand in a page. */
import type { ReactNode } from "react";
import { aside, copiedAs } from "@/core/document/copied";
import { pictureWidths } from "@/core/document/files";
import type { DocumentNode } from "@/core/document/model";
import type { FileDto } from "@/data/files/dto";
import { linkedFile, type LinkTargets } from "./reading";

interface Props {
  readonly node: DocumentNode;
  readonly reading: LinkTargets;
  /** The caption; null: there is none. */
  readonly children: ReactNode;
}

/** A picture with its caption, and where it comes from if that is wanted. */
export function FigureView({ node, reading, children }: Props) {
  const { attrs } = node;
  const file = linkedFile(reading, attrs?.file);
  const place = String(attrs?.place ?? "centre");
  const width = Number(attrs?.width ?? 100);
  const origin = attrs?.showsOrigin === true && file ? originWords(file) : "";
  return (
    <figure
      className="figure"
      data-place={place}
      style={place === "full" ? undefined : { width: `${width}%` }}
      {...(file ? copiedAs(node) : {})}
    >
      {file && reading.fileHref ? (
        <Picture file={file} alt={String(attrs?.alt ?? "")} href={reading.fileHref} width={width} />
      ) : (
        <p className="missing" {...aside}>
          This picture is not here.
        </p>
      )}
      {(children || origin) && (
        <figcaption>
          {children}
          {origin && (
            <span className="origin" {...aside}>
              {origin}
            </span>
          )}
        </figcaption>
      )}
    </figure>
  );
}

function Picture({
  file,
  alt,
  href,
  width,
}: {
  file: FileDto;
  alt: string;
  href: NonNullable<LinkTargets["fileHref"]>;
  width: number;
}) {
  const sizes = `(max-width: 720px) 100vw, ${Math.round(7 * width)}px`;
  const smaller = pictureWidths.filter((each) => file.width === null || each < file.width);
  return (
    // The server keeps the sizes itself, and asks with each request whether the reader may see the picture.
    // eslint-disable-next-line @next/next/no-img-element
    <img
      src={href(file.id, smaller.includes(960) ? 960 : undefined)}
      alt={alt}
      loading="lazy"
      decoding="async"
      {...(file.width && file.height ? { width: file.width, height: file.height } : {})}
      {...(smaller.length > 0
        ? { srcSet: smaller.map((each) => `${href(file.id, each)} ${each}w`).join(", "), sizes }
        : {})}
    />
  );
}

/** Where a file comes from, in a line. */
export function originWords({ source, licence }: Pick<FileDto, "source" | "licence">): string {
  return [source && `Source: ${source}`, licence && `Licence: ${licence}`].filter(Boolean).join(". ");
}

export function MediaView({ node, reading, children }: Props) {
  const { attrs } = node;
  const named = (id: unknown) => linkedFile(reading, id);
  const [file, poster, captions] = [named(attrs?.file), named(attrs?.poster), named(attrs?.captions)];
  const href = reading.fileHref;
  const track = captions && href && <track kind="captions" src={href(captions.id)} default />;
  return (
    <figure className="figure media" {...(file ? copiedAs(node) : {})}>
      {!file || !href ? (
        <p className="missing" {...aside}>
          This recording is not here.
        </p>
      ) : attrs?.kind === "audio" ? (
        <audio controls preload="metadata" src={href(file.id)} aria-label={file.name}>
          {track}
        </audio>
      ) : (
        <video
          controls
          preload="metadata"
          src={href(file.id)}
          aria-label={file.name}
          {...(poster ? { poster: href(poster.id, 960) } : {})}
        >
          {track}
        </video>
      )}
      {children && <figcaption>{children}</figcaption>}
    </figure>
  );
}

/** An address of its own line: what it is called, and where it leads. */
export function LinkCardView({ node, children }: { node: DocumentNode; children: ReactNode }) {
  const href = String(node.attrs?.href ?? "");
  return (
    <div className="link-card" {...copiedAs(node)}>
      <a href={href} rel="noopener noreferrer nofollow">
        {children ?? <span {...aside}>{hostOf(href)}</span>}
      </a>
      <span className="quiet" {...aside}>
        {hostOf(href)}
      </span>
    </div>
  );
}

export function hostOf(href: string): string {
  try {
    const { host, pathname } = new URL(href);
    return host || pathname;
  } catch {
    return href;
  }
}
