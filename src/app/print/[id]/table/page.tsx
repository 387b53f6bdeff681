import { Frame } from '@/ui/kit/Frame';
import { TableView } from '@/ui/bench/table/TableView';

export default function Page() {
  return (
    <Frame view="table">
      <TableView />
    </Frame>
  );
}
