import tseslint from "typescript-eslint";

export default tseslint.config(
  { ignores: ["node_modules/**", "build.mjs", "eslint.config.mjs"] },
  ...tseslint.configs.strict,
  { rules: { "@typescript-eslint/no-unused-vars": "error", eqeqeq: ["error", "smart"], "no-console": "error" } },
);
