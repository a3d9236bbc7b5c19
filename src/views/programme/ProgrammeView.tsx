import { Empty } from '@/ui';
export const ProgrammeView = () => <Empty title="Programme" />;
