import Link from 'next/link';

export default function NotFound() {
  return (
    <main className="shelf">
      <h1>Not on the shelf</h1>
      <p style={{ margin: '10px 0' }}>
        There is no print under this address. It may have been deleted; deleted prints can be restored on the shelf for
        30 days.
      </p>
      <Link href="/">To the shelf</Link>
    </main>
  );
}
