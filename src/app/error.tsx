'use client';

export default function ErrorPage({ reset }: { reset: () => void }) {
  return (
    <main className="shelf">
      <h1>This view broke off</h1>
      <p style={{ margin: '10px 0' }}>
        Nothing that was saved is lost. Try the view again; if it breaks again, go back to the shelf and open the print
        anew.
      </p>
      <button type="button" className="link" onClick={reset}>
        Try again
      </button>
    </main>
  );
}
