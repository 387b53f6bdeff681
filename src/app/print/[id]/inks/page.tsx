import { Frame } from '@/ui/kit/Frame';
import { InksView } from '@/ui/desk/inks/InksView';

export default function Page() {
  return (
    <Frame view="inks">
      <InksView />
    </Frame>
  );
}
