/** An address as a QR code (ISO/IEC 18004), drawn as one path: sharp at any size and in print. */
import { create } from "qrcode";

export function QrPicture({ text, label, size = 180 }: { text: string; label: string; size?: number }) {
  const { modules } = create(text, { errorCorrectionLevel: "M" });
  const quiet = 4;
  const whole = modules.size + 2 * quiet;
  const path = [...modules.data]
    .map((dark, at) =>
      dark ? `M${quiet + (at % modules.size)} ${quiet + Math.floor(at / modules.size)}h1v1h-1z` : "",
    )
    .join("");
  return (
    <svg
      className="qr"
      role="img"
      aria-label={label}
      width={size}
      height={size}
      viewBox={`0 0 ${whole} ${whole}`}
      shapeRendering="crispEdges"
    >
      <rect width={whole} height={whole} fill="#fff" />
      <path d={path} fill="#000" />
    </svg>
  );
}
