import { Empty } from '@/ui';
export const LibraryView = () => <Empty title="Library" />;
