import { Empty } from '@/ui';
export const SettingsView = () => <Empty title="Settings" />;
