import Link from 'next/link';
import { kit } from '@/ui/kit/styles';

export default function NotFound() {
  return (
    <main className={kit.page}>
      <h1>Not on the shelf</h1>
      <p className={kit.around10}>
        There is no print under this address. It may have been deleted; deleted prints can be restored on the shelf for
        30 days.
      </p>
      <Link href="/">To the shelf</Link>
    </main>
  );
}
