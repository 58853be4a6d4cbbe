import { Link } from "@/ui/frame/Link";

export default function NotFound() {
  return (
    <main className="desk narrow" id="main">
      <h1>Page not found</h1>
      <p className="brief">
        There is no page at this address, or you do not have access to it. If somebody gave you the address,
        ask them who may read it.
      </p>
      <p style={{ marginTop: 16 }}>
        <Link href="/">To your courses</Link>
      </p>
    </main>
  );
}
