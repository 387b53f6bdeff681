import { redirect } from 'next/navigation';
import { viewFor } from '@/model';
import { roleHere } from '../../roleHere';

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  redirect(`/print/${(await params).id}/${viewFor(await roleHere(), 'picture')}`);
}
