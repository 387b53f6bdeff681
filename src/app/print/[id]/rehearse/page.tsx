import { RehearseView } from '@/ui/bench/rehearse/RehearseView';
import { Frame } from '@/ui/kit/Frame';

export default function Page() {
  return (
    <Frame view="rehearse">
      <RehearseView />
    </Frame>
  );
}
