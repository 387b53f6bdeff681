import { Frame } from '@/ui/kit/Frame';
import { CardsView } from '@/ui/drawer/CardsView';

export default function Page() {
  return (
    <Frame view="cards">
      <CardsView />
    </Frame>
  );
}
