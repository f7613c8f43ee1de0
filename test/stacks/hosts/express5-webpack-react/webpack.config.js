const path = require("path")
const HtmlWebpackPlugin = require("html-webpack-plugin")
const MiniCssExtractPlugin = require("mini-css-extract-plugin")

module.exports = {
  entry: "./client/index.jsx",
  output: {
    path: path.resolve(__dirname, "public/build"),
    filename: "bundle.js",
    publicPath: "/",
    clean: true,
  },
  resolve: { extensions: [".jsx", ".js"] },
  module: {
    rules: [
      {
        test: /\.jsx?$/,
        exclude: /node_modules/,
        use: { loader: "babel-loader", options: { presets: [["@babel/preset-react", { runtime: "automatic" }]] } },
      },
      { test: /\.css$/, use: [MiniCssExtractPlugin.loader, "css-loader", "postcss-loader"] },
    ],
  },
  plugins: [new HtmlWebpackPlugin({ template: "./client/page.html" }), new MiniCssExtractPlugin()],
}
