"""The site: settings, the page that carries the front end, the test runner."""
