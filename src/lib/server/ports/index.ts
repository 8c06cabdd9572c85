export { type CalendarPort, isInside, webCalendars } from './calendars';
export { type CardPort, TEST_CARDS, standInCards } from './cards';
export { type MailPort, smtpMail, standInMail } from './mail';
export { type OfferedEdition, type PublisherPort, folderPublisher, webPublisher } from './publisher';
export { type Driving, MOST_PLACES, type RoutingPort, standInRouting, webRouting } from './routing';
export { type TextPort, standInTexts, webTexts } from './texts';
export { type WeatherPort, standInWeather, webWeather } from './weather';
