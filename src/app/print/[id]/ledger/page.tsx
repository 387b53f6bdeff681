import { Frame } from '@/ui/kit/Frame';
import { LedgerView } from '@/ui/drawer/LedgerView';

export default function Page() {
  return (
    <Frame view="ledger">
      <LedgerView />
    </Frame>
  );
}
