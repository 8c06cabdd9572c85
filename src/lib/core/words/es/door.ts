import type { DoorWords } from '../en/door';

/** The words of the pages before the door, in Spanish. */
export const door: DoorWords = {
	signIn: 'Entrar',
	mail: 'Correo',
	password: 'Contraseña',
	forgot: '¿Olvidó su contraseña?',
	kept: 'Su contraseña quedó guardada. Entre con ella.',
	newPassword: 'Contraseña nueva',
	send: 'Enviarme un enlace',
	sent: (mail) => `Si hay una cuenta de ${mail}, va un correo en camino. Abra su enlace antes de una hora.`,
	back: 'Volver a la entrada',
	choose: 'Elija una contraseña',
	for: (mail) => `para ${mail}`,
	hint: 'al menos diez letras; unas cuantas palabras seguidas están bien',
	keep: 'Guardarla',
	over: 'Este enlace ya se usó o se venció. Pida uno nuevo.',
	dead: 'Este enlace no funciona (o ya no). Use el de nuestro último correo o llámenos.',
	nothing: 'Aquí no hay nada',
	failed: 'Eso no funcionó',
	start: 'Al inicio'
};
