export const seeds = ['Runner beans', 'Beetroot']
