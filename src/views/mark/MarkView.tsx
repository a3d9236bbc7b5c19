import { Empty } from '@/ui';
export const MarkView = () => <Empty title="Mark" />;
