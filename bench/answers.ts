/** Waits until a server under test answers, for up to 20 s. */
export async function answers(url: string): Promise<void> {
  for (let i = 0; i < 400; i++) {
    const ok = await fetch(url).then(
      (response) => response.ok,
      () => false,
    );
    if (ok) return;
    await new Promise((later) => {
      setTimeout(later, 50);
    });
  }
}
