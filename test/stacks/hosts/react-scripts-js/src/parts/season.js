import { createContext } from 'react';

export const Season = createContext('winter');
