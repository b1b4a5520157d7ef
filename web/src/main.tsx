import './style.css';

/* What draws and the page itself come at the same time and are each made ready by itself: between them the browser answers. */
void import('react-dom/client');
void import('./page');
