import { Empty } from '@/ui';
export const ReadinessView = () => <Empty title="Readiness" />;
