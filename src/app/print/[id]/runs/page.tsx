import { Frame } from '@/ui/kit/Frame';
import { RunsView } from '@/ui/desk/RunsView';

export default function Page() {
  return (
    <Frame view="runs">
      <RunsView />
    </Frame>
  );
}
