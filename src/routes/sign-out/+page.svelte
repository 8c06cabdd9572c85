<p>Signed out.</p>
