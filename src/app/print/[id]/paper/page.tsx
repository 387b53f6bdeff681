import { Frame } from '@/ui/kit/Frame';
import { PaperView } from '@/ui/desk/paper/PaperView';

export default function Page() {
  return (
    <Frame view="paper">
      <PaperView />
    </Frame>
  );
}
