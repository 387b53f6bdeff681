import { Frame } from '@/ui/kit/Frame';
import { ProofView } from '@/ui/bench/proof/ProofView';

export default function Page() {
  return (
    <Frame view="proof">
      <ProofView />
    </Frame>
  );
}
