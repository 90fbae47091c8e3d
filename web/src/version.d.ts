/** Which North Hinge this page was built of, as pyproject.toml names it. */
declare const __VERSION__: string;
